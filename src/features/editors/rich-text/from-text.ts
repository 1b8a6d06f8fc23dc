import { type ListItem, type PhrasingContent, type RootContent } from 'mdast';
import { fromMarkdown } from 'mdast-util-from-markdown';
import { type Mark, type Node } from 'prosemirror-model';
import { isSafeAddress } from '@/core/catalog';
import { schema } from './schema';

const { nodes, marks } = schema;

/**
 * A text as it is edited: read as customers' pages read it, so that whatever is more than paragraphs, emphasis, lists
 * and links stands as it is written.
 */
export function fromText(text: string): Node {
  const blocks = fromMarkdown(text).children.map((block) => blockOf(block, text));
  return nodes.doc.create(null, blocks.length > 0 ? blocks : [nodes.paragraph.create()]);
}

const written = ({ position }: RootContent, text: string) => text.slice(position?.start.offset, position?.end.offset);

function blockOf(block: RootContent, text: string): Node {
  switch (block.type) {
    case 'paragraph':
      return nodes.paragraph.create(null, phrases(block.children, text, []));
    case 'list': {
      const items = block.children.map((item) => itemOf(item, text));
      return block.ordered
        ? nodes.orderedList.create({ start: block.start ?? 1 }, items)
        : nodes.bulletList.create(null, items);
    }
    default:
      return nodes.paragraph.create(null, words(written(block, text), []));
  }
}

function itemOf({ children }: ListItem, text: string): Node {
  const blocks = children.map((block) => blockOf(block, text));
  return nodes.listItem.create(
    null,
    blocks[0]?.type === nodes.paragraph ? blocks : [nodes.paragraph.create(), ...blocks],
  );
}

const phrases = (children: readonly PhrasingContent[], text: string, around: readonly Mark[]): Node[] =>
  children.flatMap((child) => phrase(child, text, around));

function phrase(child: PhrasingContent, text: string, around: readonly Mark[]): Node[] {
  switch (child.type) {
    case 'text':
      return words(child.value, around);
    case 'strong':
      return phrases(child.children, text, marks.strong.create().addToSet(around));
    case 'emphasis':
      return phrases(child.children, text, marks.emphasis.create().addToSet(around));
    case 'break':
      return [nodes.lineBreak.create()];
    case 'link':
      return phrases(
        child.children,
        text,
        isSafeAddress(child.url) ? marks.link.create({ address: child.url }).addToSet(around) : around,
      );
    default:
      return words(written(child, text), around);
  }
}

/** Words with their marks; a new line within them is shown as one. */
function words(text: string, around: readonly Mark[]): Node[] {
  return text
    .split('\n')
    .flatMap((line, index) => [
      ...(index > 0 ? [nodes.lineBreak.create()] : []),
      ...(line === '' ? [] : [schema.text(line, around)]),
    ]);
}
