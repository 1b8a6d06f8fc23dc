import { type Fault } from '../problems';

/** Faults that are one thing to mend: of a kind that is alike, or one alone. */
export type Alike = readonly [Fault, ...Fault[]];

/**
 * Puts together what is alike among what is wrong: variants, or options of one choice, that take nothing from stock.
 * Twelve of them are one thing to mend.
 *
 * @returns in the order of the first of each, one or more of a kind
 */
export function alike(findings: readonly Fault[]): readonly Alike[] {
  const groups = new Map<string, [Fault, ...Fault[]]>();
  findings.forEach((finding, index) => {
    const kind = kindOf(finding) ?? String(index);
    const group = groups.get(kind);
    if (group) group.push(finding);
    else groups.set(kind, [finding]);
  });
  return [...groups.values()];
}

function kindOf({ code, path }: Fault): string | null {
  if (code !== 'drawsNothing') return null;
  if (path[0] === 'variants') return 'variants';
  return path[0] === 'choices' && path[2] === 'options' ? `choice ${path[1]}` : null;
}
