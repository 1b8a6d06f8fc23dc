import { type Program } from '@/core/compile';
import { type ResolutionJson } from '@/core/exchange';
import { candidateAt } from '@/core/run';

/**
 * Titles of the stocked choices that are still to be answered, of a product and of what is in it: what it costs to
 * supply follows from them.
 */
export function openVariants(
  program: Program,
  { problems, parts }: Pick<ResolutionJson, 'problems' | 'parts'>,
): string[] {
  const { stocked, choices } = program;
  const own = stocked.flatMap((index) => {
    const choice = choices[index];
    return choice && problems.some(({ code, where }) => code === 'answerMissing' && where === `choice:${choice.key}`)
      ? [choice.title]
      : [];
  });
  const within = parts.flatMap(({ part, product, resolution }) => {
    const candidate = candidateAt(program, part, product);
    return candidate ? openVariants(candidate.program, resolution) : [];
  });
  return [...new Set([...own, ...within])];
}
