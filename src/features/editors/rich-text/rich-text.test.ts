import fc from 'fast-check';
import { type Node } from 'prosemirror-model';
import { describe, expect, it } from 'vitest';
import { fromText } from './from-text';
import { schema } from './schema';
import { toText } from './to-text';

const { nodes, marks } = schema;

/** A text as it comes back when something has been edited in it and taken back. */
const again = (text: string) => toText(fromText(text));

describe('a formatted text', () => {
  it.each([
    ['We engrave *by hand*, **always**.'],
    ['One.\n\nTwo.'],
    ['- up to **20** letters\n- [how long it takes](/shop/handbook)'],
    ['1. measure\n2. cut\n3. sew'],
    ['3. goes on\n4. from three'],
    ['- one\n  - within\n- two'],
    ['[**bold** words](https://hive.example/sizes)'],
    ['**bold and _both_**'],
  ])('%j comes back as it was', (text) => expect(again(text)).toBe(text));

  it('of which more than that is asked keeps its signs as words', () => {
    for (const text of ['# Sizes', '`code`', '<b>no</b>', '> said', '![chart](x.png)', '---', '| a | b |']) {
      const doc = fromText(text);
      expect(doc.textContent).toBe(text);
      // Written so that it is read as the same words again.
      expect(fromText(toText(doc)).eq(doc)).toBe(true);
    }
  });

  it('links to nothing that could run, and has no script, whatever is written', () => {
    const doc = fromText('[here](javascript:alert(1)) and [there](data:text/html,x)');
    expect([doc.textContent, doc.rangeHasMark(0, doc.content.size, marks.link)]).toEqual(['here and there', false]);
  });

  it('is a paragraph where nothing is written', () => {
    expect([fromText('').childCount, again(''), again('   ')]).toEqual([1, '', '']);
  });

  it('has no empty paragraphs: Markdown could not write them', () => {
    const doc = nodes.doc.create(null, [
      nodes.paragraph.create(),
      nodes.paragraph.create(null, schema.text('x')),
      nodes.paragraph.create(),
    ]);
    expect(toText(doc)).toBe('x');
  });

  const letters = fc
    .stringMatching(/^[a-z *_#\-.<&>[\]()`1é]{1,12}$/)
    .filter((text) => text.trim() === text && text !== '');
  const some = (of: typeof marks.link) =>
    fc.boolean().map((on) => (on ? [of.create(of === marks.link ? { address: '/shop/a' } : null)] : []));
  const inline = fc
    .tuple(letters, some(marks.link), some(marks.strong), some(marks.emphasis))
    .map(([text, ...on]): Node =>
      schema.text(
        text,
        on.flat().reduce<readonly (typeof on)[number][number][]>((set, mark) => mark.addToSet(set), []),
      ),
    );
  const spaced = fc
    .array(inline, { minLength: 1, maxLength: 4 })
    .map((list) => list.flatMap((node, index) => (index === 0 ? [node] : [schema.text(' '), node])));
  const paragraph = spaced.map((children) => nodes.paragraph.create(null, children));
  const bullets = fc.array(paragraph, { minLength: 1, maxLength: 3 }).map((items) =>
    nodes.bulletList.create(
      null,
      items.map((one) => nodes.listItem.create(null, one)),
    ),
  );
  const doc = fc.array(fc.oneof(paragraph, bullets), { minLength: 1, maxLength: 4 }).map((blocks) =>
    nodes.doc.create(
      null,
      blocks.filter(
        (block, index) =>
          index === 0 || block.type !== nodes.bulletList || blocks[index - 1]?.type !== nodes.bulletList,
      ),
    ),
  );

  it('that was edited is read as what was edited', () => {
    fc.assert(
      fc.property(doc, (edited) => {
        expect(fromText(toText(edited)).toString()).toBe(edited.toString());
      }),
      { numRuns: 300 },
    );
  });

  it('of any signs comes to rest after it was written once', () => {
    fc.assert(
      fc.property(fc.stringMatching(/^[a-z *_#\-+.<>[\]()!`~|\\&;1-9\n]{0,40}$/), (text) => {
        const once = again(text);
        expect(fromText(once).toString()).toBe(fromText(again(once)).toString());
      }),
      { numRuns: 300 },
    );
  });
});
