import { type MarkSpec, type NodeSpec, Schema } from 'prosemirror-model';
import { isSafeAddress } from '@/core/catalog';

const nodes = {
  doc: { content: 'block+' },
  paragraph: { group: 'block', content: 'inline*', parseDOM: [{ tag: 'p' }], toDOM: () => ['p', 0] },
  bulletList: { group: 'block', content: 'listItem+', parseDOM: [{ tag: 'ul' }], toDOM: () => ['ul', 0] },
  orderedList: {
    group: 'block',
    content: 'listItem+',
    attrs: { start: { default: 1 } },
    parseDOM: [{ tag: 'ol' }],
    toDOM: ({ attrs }) => ['ol', { start: Number(attrs.start) }, 0],
  },
  listItem: { content: 'paragraph block*', defining: true, parseDOM: [{ tag: 'li' }], toDOM: () => ['li', 0] },
  text: { group: 'inline' },
  lineBreak: { group: 'inline', inline: true, selectable: false, parseDOM: [{ tag: 'br' }], toDOM: () => ['br'] },
} satisfies Record<string, NodeSpec>;

/** Only what leads somewhere safe is a link; of any other the words stay. */
const addressOf = (address: string | null) => (address !== null && isSafeAddress(address) ? { address } : false);

const marks = {
  link: {
    attrs: { address: { validate: 'string' } },
    inclusive: false,
    parseDOM: [{ tag: 'a[href]', getAttrs: (element) => addressOf(element.getAttribute('href')) }],
    toDOM: ({ attrs }) => ['a', { href: String(attrs.address), rel: 'noopener' }, 0],
  },
  strong: { parseDOM: [{ tag: 'strong' }, { tag: 'b' }, { style: 'font-weight=bold' }], toDOM: () => ['strong', 0] },
  emphasis: { parseDOM: [{ tag: 'em' }, { tag: 'i' }, { style: 'font-style=italic' }], toDOM: () => ['em', 0] },
} satisfies Record<string, MarkSpec>;

/** What a formatted text is made of: paragraphs, lists, emphasis, links, and nothing else, whatever is pasted. */
export const schema = new Schema({ nodes, marks });
