import { JSDOM } from 'jsdom';
import { describe, expect, it } from 'vitest';
import { nearestTo, trailOf } from './focus-trail';

const row = (name: string) =>
  `<li id="${name}"><div><input aria-label="Title of ${name}"><button aria-label="Copy ${name}"></button><button aria-label="Remove ${name}"></button></div></li>`;

function page(inside: string) {
  const { document } = new JSDOM(`<main><h1>List</h1><ul>${inside}</ul><button>Add</button></main>`).window;
  const labelled = (label: string) => {
    const found = document.querySelector(`[aria-label="${label}"]`);
    if (!found) throw new Error(`no ${label}`);
    return found;
  };
  const nameOf = (element: Element | null) => element?.getAttribute('aria-label') ?? element?.textContent ?? null;
  /** Takes away the row in which something has the focus. @returns what has it then */
  const without = (label: string, ...gone: readonly string[]) => {
    const trail = trailOf(labelled(label));
    for (const id of gone) document.getElementById(id)?.remove();
    return nameOf(nearestTo(trail));
  };
  return { document, without };
}

describe('the focus, when what has it goes away', () => {
  it('goes to what does the same in the row that has come to its place', () => {
    expect(page(row('S') + row('M') + row('L')).without('Remove M', 'M')).toBe('Remove L');
    expect(page(row('S') + row('M')).without('Remove M', 'M')).toBe('Remove S');
    expect(page(row('S') + row('M')).without('Title of S', 'S')).toBe('Title of M');
  });

  it('goes to anything in that row, where nothing does the same', () => {
    expect(page(`${row('S')}<li><a href="/">More</a></li>`).without('Remove S', 'S')).toBe('More');
    expect(page(`${row('S')}<li><button disabled>Off</button></li>`).without('Remove S', 'S')).toBeNull();
  });

  it('stays away where rows are gone with it, and where it is still there', () => {
    expect(page(row('S') + row('M')).without('Remove S', 'S', 'M')).toBeNull();
    const { document, without } = page(row('S'));
    document.body.insertAdjacentHTML('beforeend', '<div id="layer"><button aria-label="Close it">x</button></div>');
    expect(without('Close it', 'layer')).toBeNull();
    expect(nearestTo(trailOf(document.body))).toBeNull();
  });
});
