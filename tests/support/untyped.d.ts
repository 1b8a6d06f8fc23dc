declare module 'currency-codes/data' {
  const currencies: { code: string; digits: number; currency: string }[];
  export default currencies;
}

declare module '@lhncbc/ucum-lhc' {
  export const UcumLhcUtils: {
    getInstance(): {
      validateUnitString(code: string): { status: 'valid' | 'invalid' | 'error' };
      convertUnitTo(from: string, value: number, to: string): { status: 'succeeded' | 'failed' | 'error'; toVal: number | null };
    };
  };
}
