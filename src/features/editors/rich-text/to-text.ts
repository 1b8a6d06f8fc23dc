import { type BlockContent, type ListItem, type PhrasingContent, type Root } from 'mdast';
import { toMarkdown } from 'mdast-util-to-markdown';
import { type Mark, type MarkType, type Node } from 'prosemirror-model';
import { schema } from './schema';

const { nodes, marks } = schema;

/** From the outermost in: a link is around what is emphasised in it. */
const OUTERMOST_FIRST = [marks.link, marks.strong, marks.emphasis] as const;

/** What has been edited as CommonMark writes it. */
export function toText(doc: Node): string {
  const root: Root = { type: 'root', children: blocksOf(doc) };
  return toMarkdown(root, {
    bullet: '-',
    emphasis: '*',
    strong: '*',
    listItemIndent: 'one',
    resourceLink: true,
  }).trimEnd();
}

const childrenOf = (node: Node): Node[] => Array.from({ length: node.childCount }, (_, index) => node.child(index));

// An empty paragraph is nothing that Markdown could write.
const isEmpty = (node: Node) => node.type === nodes.paragraph && node.content.size === 0;

const blocksOf = (node: Node): BlockContent[] =>
  childrenOf(node)
    .filter((child) => !isEmpty(child))
    .map(blockOf);

function blockOf(node: Node): BlockContent {
  if (node.type === nodes.bulletList)
    return { type: 'list', ordered: false, spread: false, children: childrenOf(node).map(itemOf) };
  if (node.type === nodes.orderedList)
    return {
      type: 'list',
      ordered: true,
      start: Number(node.attrs.start),
      spread: false,
      children: childrenOf(node).map(itemOf),
    };
  return { type: 'paragraph', children: phrasesOf(childrenOf(node), OUTERMOST_FIRST) };
}

const itemOf = (node: Node): ListItem => ({ type: 'listItem', spread: false, children: blocksOf(node) });

/** Neighbours under the same mark are under it together. */
function phrasesOf(inline: readonly Node[], [outermost, ...inner]: readonly MarkType[]): PhrasingContent[] {
  if (!outermost)
    return inline.map((node) =>
      node.type === nodes.lineBreak ? { type: 'break' } : { type: 'text', value: node.text ?? '' },
    );
  const found: PhrasingContent[] = [];
  for (let start = 0; start < inline.length;) {
    const mark = outermost.isInSet(inline[start]?.marks ?? []);
    let end = start + 1;
    while (end < inline.length && isSame(mark, outermost.isInSet(inline[end]?.marks ?? []))) end += 1;
    const children = phrasesOf(inline.slice(start, end), inner);
    found.push(...(mark ? [under(mark, children)] : children));
    start = end;
  }
  return found;
}

const isSame = (one: Mark | undefined, other: Mark | undefined) => (one && other ? one.eq(other) : one === other);

function under(mark: Mark, children: PhrasingContent[]): PhrasingContent {
  if (mark.type === marks.link) return { type: 'link', url: String(mark.attrs.address), children };
  return mark.type === marks.strong ? { type: 'strong', children } : { type: 'emphasis', children };
}
