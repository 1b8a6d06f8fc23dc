import { type Outlook } from '@/core/analysis';
import { type Program } from '@/core/compile';
import { type ResolutionJson } from '@/core/exchange';
import { resolve, resolveAddOn } from '@/core/run';
import { type PageContext } from './control';
import { type Around } from './given-parts';

/** What the controls of a form need of the page around them. */
export function pageOf(program: Program, resolution: ResolutionJson, { today, group, files, takeFile }: Around): PageContext {
  return {
    today,
    resolution,
    files,
    upload: (choice, file) => takeFile(program.slug, choice, file),
    addOnPrice: (key) => addOnPriceOf(program, key, { today, group }),
    isGone: (key) => program.gone.some((index) => program.choices[index]?.key === key),
  };
}

/** What is shown, without offering options that no answers to what is still open can make sellable. */
export function withoutDeadEnds(program: Program, shown: ResolutionJson['shown'], { impossible }: Extract<Outlook, { kind: 'open' }>): ResolutionJson['shown'] {
  if (impossible.size === 0) return shown;
  return shown.map((entry, index) => {
    const dead = impossible.get(index);
    if (!dead || !entry.shown || program.choices[index]?.key !== entry.choice) return entry;
    return { ...entry, options: entry.options.map((offer, option) => (offer.offered && dead.has(option) ? { ...offer, offered: false, why: 'noWay' } : offer)) };
  });
}

/** What taking a product along adds, as a decimal. */
function addOnPriceOf(program: Program, key: string, { today, group }: { readonly today: string; readonly group: string | null }): string | null {
  const part = program.addOns.find((candidate) => candidate.key === key);
  return (part && resolveAddOn(part, { today, group }, resolve).price?.each.toString()) ?? null;
}
