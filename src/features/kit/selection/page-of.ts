import { type Change, type Outlook } from '@/core/analysis';
import { type Program } from '@/core/compile';
import { type ResolutionJson } from '@/core/exchange';
import { runFor, resolveAddOn } from '@/core/run';
import { refilled } from '@/core/selection';
import { type PageContext } from './control';
import { type Around } from './given-parts';
import { type Answers } from './selection-form';

/** What the controls of a form need of the page around them. */
export function pageOf(program: Program, resolution: ResolutionJson, around: Around): PageContext {
  const { today, group, files, takeFile } = around;
  return {
    today,
    program,
    around,
    showMissing: false,
    resolution,
    files,
    upload: (choice, file) => takeFile(program.slug, choice, file),
    addOnPrice: (key) => addOnPriceOf(program, key, { today, group }),
    isGone: (key) => program.gone.some((index) => program.choices[index]?.key === key),
  };
}

/** What is shown, without offering options that no answers to what is still open can make sellable. */
export function withoutDeadEnds(
  program: Program,
  shown: ResolutionJson['shown'],
  { impossible }: Extract<Outlook, { kind: 'open' }>,
): ResolutionJson['shown'] {
  if (impossible.size === 0) return shown;
  return shown.map((entry, index) => {
    const dead = impossible.get(index);
    if (!dead || !entry.shown || program.choices[index]?.key !== entry.choice) return entry;
    return {
      ...entry,
      options: entry.options.map((offer, option) =>
        offer.offered && dead.has(option) ? { ...offer, offered: false, why: 'noWay' } : offer,
      ),
    };
  });
}

/** Answers with changes made; of slots, what stays in them stays as it was configured. */
export function changedAnswers(program: Program, answers: Answers, changes: readonly Change[]): Answers {
  const isSlot = (key: string) => program.product.choices[program.indexOf.get(key) ?? -1]?.kind === 'slot';
  return {
    ...answers,
    ...Object.fromEntries(
      changes.map(({ choice, to }) => [choice, to !== null && isSlot(choice) ? refilled(answers[choice], to) : to]),
    ),
  };
}

/** What taking a product along adds, as a decimal. */
function addOnPriceOf(
  program: Program,
  key: string,
  { today, group }: { readonly today: string; readonly group: string | null },
): string | null {
  const part = program.addOns.find((candidate) => candidate.key === key);
  return (part && resolveAddOn(part, runFor({ today, group })).price?.each.toString()) ?? null;
}
