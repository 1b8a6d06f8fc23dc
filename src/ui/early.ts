import { settleTyped } from './typing';

/**
 * What is typed, ticked and pressed while a page is there to be seen but its script is still on the way. The browser shows
 * it, the application has not heard of it: once it is awake it is told, so that nothing is lost.
 */

/** What was pressed or picked, in order: whatever the page itself doesn't remember. */
type Early = [element: HTMLButtonElement | HTMLSelectElement, value: string][];

declare global {
  interface Window {
    /** null once the page is awake */
    oakEarly?: Early | null;
  }
}

/** A script for the beginning of a page: remembers what is pressed and picked from the first moment on. */
export const rememberEarly = `oakEarly=[];for(const [kind,what] of [['click','button'],['change','select']])addEventListener(kind,({target})=>{const it=target.closest?.(what);if(it)oakEarly?.push([it,it.value])},true)`;

/** Does again what a hand has written into a field, so that whoever watches it notices. */
function type(field: HTMLInputElement | HTMLTextAreaElement): void {
  const typed = field.value;
  field.value = field.defaultValue;
  // Set on the element itself it would be taken for the application's own doing.
  const { prototype } = field instanceof HTMLInputElement ? HTMLInputElement : HTMLTextAreaElement;
  Object.getOwnPropertyDescriptor(prototype, 'value')?.set?.call(field, typed);
  field.dispatchEvent(new Event('input', { bubbles: true }));
}

/** Does again what a hand has ticked. */
function tick(box: HTMLInputElement): void {
  box.checked = !box.checked;
  box.click();
}

/** Does again what a hand has picked of a menu. */
function pick(menu: HTMLSelectElement, value: string): void {
  menu.value = value;
  menu.dispatchEvent(new Event('change', { bubbles: true }));
}

/** Whether a field holds something else than what it was sent with. */
function differs({ type, checked, defaultChecked, files, value, defaultValue }: HTMLInputElement): boolean {
  if (type === 'checkbox' || type === 'radio') return checked !== defaultChecked;
  return type === 'file' ? files !== null && files.length > 0 : value !== defaultValue;
}

/**
 * Tells the application what was typed, ticked, picked and pressed within an element before it was awake, in this order.
 * Once in the life of a page; later there is nothing to tell.
 *
 * @param within what has just become the application's
 */
export function tellEarly(within: HTMLElement): void {
  const early = window.oakEarly;
  if (!early) return;
  window.oakEarly = null;
  for (const field of within.querySelectorAll('textarea')) if (field.value !== field.defaultValue) type(field);
  for (const field of [...within.querySelectorAll('input')].filter(differs)) {
    if (field.type === 'file') field.dispatchEvent(new Event('change', { bubbles: true }));
    else if (field.type === 'checkbox') tick(field);
    // The one that was left is told by the one that was ticked.
    else if (field.type === 'radio') {
      if (field.checked) tick(field);
    }
    else type(field);
  }
  settleTyped();
  const told = early.filter(([element]) => within.contains(element));
  // One by one, each seeing what the one before it has brought about.
  const next = () => {
    const [element, value] = told.shift() ?? [];
    if (!element) return;
    if (element instanceof HTMLSelectElement) pick(element, value ?? '');
    else element.click();
    setTimeout(next);
  };
  setTimeout(next);
}
