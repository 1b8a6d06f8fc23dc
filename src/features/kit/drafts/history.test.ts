import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Product } from '@/core/catalog';
import { mesh } from '../../../../tests/fixtures/products';
import { change, type History, redo, startHistory, takenIn, undo } from './history';

type Edit = { tag: string; after: number; recipe: (draft: Product) => void };

const edits: fc.Arbitrary<Edit> = fc
  .tuple(
    fc.constantFrom('title', 'price', 'tags', 'choices'),
    fc.string({ maxLength: 5 }),
    fc.integer({ min: 0, max: 3000 }),
  )
  .map(([tag, text, after]) => ({
    tag,
    after,
    recipe(draft) {
      if (tag === 'title') draft.title = text;
      else if (tag === 'price') draft.price = text;
      else if (tag === 'tags') draft.tags.push(text);
      else draft.choices = draft.choices.length > 0 ? [] : [...mesh.choices];
    },
  }));

function play(list: readonly Edit[]): History<Product> {
  let now = 0;
  return list.reduce(
    (history, { tag, after, recipe }) => change(history, tag, (now += after), recipe),
    startHistory(mesh),
  );
}

const repeat = (history: History<Product>, step: (history: History<Product>) => History<Product>): History<Product> => {
  let current = history;
  for (let next = step(current); next !== current; next = step(current)) current = next;
  return current;
};

describe('the history of a draft', () => {
  it('undoes everything back to the start, and does it all again to the end', () => {
    fc.assert(
      fc.property(fc.array(edits, { maxLength: 30 }), (list) => {
        const end = play(list);
        const start = repeat(end, undo);
        expect(start.document).toEqual(mesh);
        expect(repeat(start, redo).document).toEqual(end.document);
      }),
    );
  });

  const title = (history: History<Product>, text: string, at: number) =>
    change(history, 'title', at, (draft) => void (draft.title = text));

  it('takes typing in one field as one step, and a pause as the beginning of another', () => {
    const typed = [...'Mesh'].reduce(
      (history, _letter, index) => title(history, 'Mesh'.slice(0, index + 1), index * 200),
      startHistory({ ...mesh, title: '' }),
    );
    expect(typed.done).toHaveLength(1);
    expect(undo(typed).document.title).toBe('');
    expect(title(typed, 'Mesh, fine', 10_000).done).toHaveLength(2);
  });

  it('keeps two fields apart, however quickly one follows the other', () => {
    const both = change(title(startHistory(mesh), 'A', 0), 'price', 1, (draft) => void (draft.price = '1'));
    expect(undo(both).document).toMatchObject({ title: 'A', price: mesh.price });
  });

  it('forgets what was undone once something else is changed', () => {
    const changed = title(undo(title(startHistory(mesh), 'A', 0)), 'B', 5000);
    expect(redo(changed).document.title).toBe('B');
  });

  it('leaves no trace of a change that changes nothing', () => {
    const start = startHistory(mesh);
    expect(title(start, mesh.title, 0)).toBe(start);
    expect(undo(start)).toBe(start);
    expect(redo(start)).toBe(start);
  });

  it('takes back one’s own changes, and nothing that somebody else has changed in between', () => {
    const mine = title(startHistory(mesh), 'Mine', 0);
    const both = takenIn(mine, { ...mine.document, price: '99.00', tags: ['theirs'] });
    const more = change(both, 'price of mine', 5000, (draft) => void (draft.sku = 'OWN'));
    expect(undo(more).document).toMatchObject({ title: 'Mine', price: '99.00', sku: mesh.sku });
    const back = undo(undo(more));
    expect(back.document).toMatchObject({ title: mesh.title, price: '99.00', tags: ['theirs'], sku: mesh.sku });
    expect(undo(back)).toBe(back);
    expect(redo(redo(back)).document).toMatchObject({ title: 'Mine', price: '99.00', sku: 'OWN' });
    // What both changed since is theirs.
    const over = takenIn(mine, { ...mine.document, title: 'Theirs' });
    expect(undo(over).document.title).toBe('Theirs');
  });
});
