import { JSDOM } from 'jsdom';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { rememberEarly, tellEarly } from './early';

vi.mock('./typing', () => ({ drawTyped: () => undefined }));

let page: JSDOM;
let pressed: string[];
/** An element of the page by its id. */
const by = <E extends HTMLElement>(id: string) => page.window.document.getElementById(id) as E;

beforeEach(() => {
  page = new JSDOM(
    `<script>${rememberEarly}</script>
     <div data-wakes="asleep" id="main"><button id="buy">Buy</button>
       <div data-wakes="asleep" id="parts"><input type="radio" id="m"><select id="veil"><option>round<option>square</select><button id="fold">Fold</button></div>
     </div><button id="elsewhere">Elsewhere</button>`,
    { runScripts: 'dangerously' },
  );
  const { window } = page;
  for (const [name, value] of Object.entries({
    window,
    document: window.document,
    HTMLInputElement: window.HTMLInputElement,
    HTMLTextAreaElement: window.HTMLTextAreaElement,
    HTMLSelectElement: window.HTMLSelectElement,
    Event: window.Event,
  }))
    vi.stubGlobal(name, value);
  pressed = [];
  for (const id of ['buy', 'fold', 'elsewhere', 'm']) by(id).addEventListener('click', () => pressed.push(id));
});
afterEach(() => {
  vi.unstubAllGlobals();
  page.window.close();
});

const moment = () => new Promise((resolve) => setTimeout(resolve, 20));

describe('what is pressed before a page is awake', () => {
  it('is done again once it is, after what was ticked', async () => {
    by<HTMLInputElement>('m').checked = true;
    by('buy').click();
    pressed = [];
    tellEarly(by('parts'));
    expect(pressed).toEqual(['m']);
    tellEarly(by('main'));
    await moment();
    expect(pressed).toEqual(['m', 'buy']);
  });

  it('waits where somebody is awake, as long as something ticked elsewhere is not told yet', async () => {
    tellEarly(by('main'));
    by<HTMLInputElement>('m').checked = true;
    by('buy').click();
    expect(pressed).toEqual([]);
    tellEarly(by('parts'));
    await moment();
    expect(pressed).toEqual(['m', 'buy']);
    by('buy').click();
    expect(pressed).toEqual(['m', 'buy', 'buy']);
  });

  it('waits behind what was picked of a menu', async () => {
    tellEarly(by('main'));
    const veil = by<HTMLSelectElement>('veil');
    veil.value = 'square';
    veil.dispatchEvent(new page.window.Event('change', { bubbles: true }));
    by('buy').click();
    expect(pressed).toEqual([]);
    veil.addEventListener('change', () => pressed.push(veil.value));
    tellEarly(by('parts'));
    await moment();
    expect(pressed).toEqual(['square', 'buy']);
  });

  it('is done at once where nothing waits, and where nothing wakes', () => {
    tellEarly(by('main'));
    by('buy').click();
    by<HTMLInputElement>('m').checked = true;
    by('elsewhere').click();
    expect(pressed).toEqual(['buy', 'elsewhere']);
  });
});
