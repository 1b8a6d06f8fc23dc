/** Where something stood: itself, then each element around it, with its neighbours there. */
export type Trail = readonly {
  readonly element: Element;
  readonly after: Element | null;
  readonly before: Element | null;
}[];

const TAKES_FOCUS =
  'a[href], button:not(:disabled), input:not(:disabled):not([type=hidden]), select:not(:disabled), textarea:not(:disabled), [tabindex="0"]';

/** Remembers where an element stands, for when it goes away. */
export function trailOf(from: Element): Trail {
  const trail = [];
  for (
    let element: Element | null = from;
    element && element !== from.ownerDocument.body;
    element = element.parentElement
  )
    trail.push({ element, after: element.nextElementSibling, before: element.previousElementSibling });
  return trail;
}

/**
 * What is nearest to something that went away, of what can have the focus: in the row after it, which has come to its
 * place, what does the same there; else anything of that row; else of the row before it.
 *
 * @returns null where nothing around it is left but the page
 */
export function nearestTo(trail: Trail): HTMLElement | null {
  const [gone] = trail;
  if (!gone) return null;
  // What stood in a layer of its own, as a dialog does, has no row after it.
  const left = trail.findIndex(({ element }) => element.isConnected);
  const row = trail[left - 1];
  for (const neighbour of [row?.after, row?.before]) {
    if (!neighbour?.isConnected) continue;
    const found = alike(neighbour, gone.element);
    if (found) return found;
  }
  return null;
}

/** Of a row, what does the same as something did in another: by the first word of its name. */
function alike(row: Element, gone: Element): HTMLElement | null {
  const all = [row, ...row.querySelectorAll(TAKES_FOCUS)].filter(
    (element): element is HTMLElement => element.matches(TAKES_FOCUS) && isShown(element),
  );
  const does = firstWord(gone);
  return all.find((element) => element.tagName === gone.tagName && firstWord(element) === does) ?? all[0] ?? null;
}

const firstWord = (element: Element) =>
  (element.getAttribute('aria-label') ?? element.textContent ?? '').trim().split(/\s/)[0];

/** Not all that runs this knows what is shown. */
const isShown = (element: Element) => !('checkVisibility' in element) || element.checkVisibility();
