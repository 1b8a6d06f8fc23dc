declare module 'currency-codes/data' {
  const currencies: { code: string; digits: number; currency: string }[];
  export default currencies;
}

declare module '@lhncbc/ucum-lhc' {
  export const UcumLhcUtils: {
    getInstance(): {
      validateUnitString(code: string): { status: 'valid' | 'invalid' | 'error' };
      convertUnitTo(
        from: string,
        value: number,
        to: string,
      ): { status: 'succeeded' | 'failed' | 'error'; toVal: number | null };
    };
  };
}

declare module 'logic-solver' {
  /** a variable by its name, or what is made of several */
  type Term = string | { readonly term: unique symbol };
  interface Solution {
    /** the variables that are true, by their names */
    getTrueVars(): string[];
  }
  interface Solver {
    require(...formulas: Term[]): void;
    solve(): Solution | null;
    solveAssuming(formula: Term): Solution | null;
  }
  const Logic: {
    readonly TRUE: Term;
    readonly Solver: new () => Solver;
    exactlyOne(...terms: Term[]): Term;
    and(...terms: Term[]): Term;
    or(...terms: Term[]): Term;
    not(term: Term): Term;
    implies(when: Term, then: Term): Term;
  };
  export type { Solver };
  export default Logic;
}

declare module 'maxrects-packer/dist/maxrects-packer.mjs' {
  export * from 'maxrects-packer';
}
