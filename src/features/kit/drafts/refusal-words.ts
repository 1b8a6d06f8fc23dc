import { z } from 'zod';
import { type ApiProblem } from '@/features/kit/shared';

const detailsSchema = z.object({ errors: z.array(z.object({ pointer: z.string(), detail: z.string() })).min(1) });

/** What something is called, where it is called anything. */
function nameOf(thing: unknown): string {
  if (typeof thing !== 'object' || thing === null) return '';
  const { title, name } = thing as { title?: unknown; name?: unknown };
  return ([title, name].find((text) => typeof text === 'string' && text !== '') as string | undefined) ?? '';
}

/**
 * Where something is in a document, by what people called things on the way there: `“Colour”, options`.
 *
 * @param pointer the way there, with `/definition` before it where the document was sent within something else
 * @see RFC 6901, JSON Pointer
 */
export function pointerWords(document: object, pointer: string): string {
  const steps = pointer
    .split('/')
    .slice(1)
    .map((step) => step.replaceAll('~1', '/').replaceAll('~0', '~'));
  if (steps[0] === 'definition') steps.shift();
  const words: string[] = [];
  let thing: unknown = document;
  for (const step of steps) {
    thing = typeof thing === 'object' && thing !== null ? (thing as Record<string, unknown>)[step] : undefined;
    const name = nameOf(thing);
    if (name !== '') words.splice(0, words.length, `“${name}”`);
    // How many came before it says nothing once it has a name of its own.
    else
      words.push(
        /^\d+$/.test(step)
          ? String(Number(step) + 1)
          : step.replace(/(?<=[a-z])[A-Z]/g, (capital) => ` ${capital.toLowerCase()}`),
      );
  }
  return words.join(', ');
}

/** Why the server took a document for none, in words that name the place as people know it. */
export function refusalWords(document: object, { message, details }: ApiProblem): string {
  const [first] = detailsSchema.safeParse(details).data?.errors ?? [];
  return first ? `${pointerWords(document, first.pointer)}: ${first.detail}` : message;
}
