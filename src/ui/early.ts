import { drawTyped } from './typing';

/**
 * What is typed, ticked and pressed while a page is there to be seen but its script is still on the way. The browser
 * shows it, the application has not heard of it: once it is awake it is told, so that nothing is lost. A page wakes in
 * areas (`Wakes`), one as soon as its own script is there; an area within another is told of by itself. What was
 * pressed waits for all of them, because it may be meant for what was typed elsewhere.
 */

/** What was pressed or picked, in order: whatever the page itself doesn't remember. */
type Early = [element: HTMLButtonElement | HTMLSelectElement, value: string][];

declare global {
  interface Window {
    /** null once all areas of the page that came from the server are awake */
    oakEarly?: Early | null;
  }
}

/** What a page does before anything else of it is there; it stands in it as it is written here. */
const remembering = `oakEarly=[];
(()=>{
const areaOf=(it)=>it.closest('[data-wakes]')?.dataset.wakes;
const isTold=(it)=>areaOf(it)!=='asleep'||(/^(checkbox|radio)$/.test(it.type)?it.checked===it.defaultChecked:it.value===it.defaultValue);
const isAllTold=()=>oakEarly.length===0&&[...document.querySelectorAll('[data-wakes=asleep] input,[data-wakes=asleep] textarea')].every(isTold);
for(const [kind,what] of [['click','button'],['change','select']])addEventListener(kind,(event)=>{
const it=event.target.closest?.(what);
if(!it||!oakEarly)return;
const area=areaOf(it);
if(area==='asleep')oakEarly.push([it,it.value]);
else if(area==='awake'&&kind==='click'&&!isAllTold()){event.stopImmediatePropagation();event.preventDefault();oakEarly.push([it,it.value])}
},true);
})()`;

/**
 * A script for the beginning of a page: remembers what is pressed and picked where nobody is awake yet, from the first
 * moment on. What is pressed where somebody is awake already waits, too, as long as there is something to be told of
 * elsewhere: it may be meant for that.
 */
export const rememberEarly = remembering.replaceAll('\n', '');

/** Does again what a hand has written into a field, so that whoever watches it notices. */
function type(field: HTMLInputElement | HTMLTextAreaElement, typed: string): void {
  field.value = field.defaultValue;
  // Set on the element itself it would be taken for the application's own doing.
  const { prototype } = field instanceof HTMLInputElement ? HTMLInputElement : HTMLTextAreaElement;
  Object.getOwnPropertyDescriptor(prototype, 'value')?.set?.call(field, typed);
  field.dispatchEvent(new Event('input', { bubbles: true }));
}

/** Does again what a hand has ticked, or taken the tick from. */
function tick(box: HTMLInputElement, checked: boolean): void {
  box.checked = !checked;
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
 * Tells the application what was typed and ticked within an area of a page before it was awake, and once no area sleeps
 * any more, what was picked and pressed. Once in the life of a page; later there is nothing to tell.
 *
 * @param area what has just become the application's
 */
export function tellEarly(area: HTMLElement): void {
  area.dataset.wakes = 'awake';
  if (!window.oakEarly) return;
  const isHere = (element: Element) => element.closest('[data-wakes]') === area;
  // All are looked at before any is told: what follows from one may draw the others as the application knows them.
  const texts = [...area.querySelectorAll('textarea')]
    .filter((field) => isHere(field) && field.value !== field.defaultValue)
    .map((field) => ({ field, value: field.value }));
  const inputs = [...area.querySelectorAll('input')]
    .filter((field) => isHere(field) && differs(field))
    .map((field) => ({ field, value: field.value, checked: field.checked }));
  for (const { field, value } of texts) type(field, value);
  for (const { field, value, checked } of inputs) {
    if (field.type === 'file') field.dispatchEvent(new Event('change', { bubbles: true }));
    else if (field.type === 'checkbox') tick(field, checked);
    // The one that was left is told by the one that was ticked.
    else if (field.type === 'radio') {
      if (checked) tick(field, true);
    } else type(field, value);
  }
  // What was pressed is meant for what was typed: that is drawn before anything is pressed, however busy the page is.
  drawTyped();
  if (document.querySelector('[data-wakes="asleep"]')) return;
  const told = window.oakEarly.filter(([element]) => element.isConnected);
  window.oakEarly = null;
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
