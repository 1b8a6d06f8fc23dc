import { baseKeymap, chainCommands, toggleMark } from 'prosemirror-commands';
import { inputRules, wrappingInputRule } from 'prosemirror-inputrules';
import { keymap } from 'prosemirror-keymap';
import { type MarkType, type NodeType } from 'prosemirror-model';
import { liftListItem, sinkListItem, splitListItem, wrapInList } from 'prosemirror-schema-list';
import { type Command, type EditorState, type Plugin } from 'prosemirror-state';
import { schema } from './schema';

const { nodes, marks } = schema;

const breakLine: Command = (state, dispatch) => {
  dispatch?.(state.tr.replaceSelectionWith(nodes.lineBreak.create()).scrollIntoView());
  return true;
};

/** Makes a list of what is selected, or lines of a list again. */
const toggleList =
  (type: NodeType): Command =>
  (state, dispatch, view) =>
    (isInList(state, type) ? liftListItem(nodes.listItem) : wrapInList(type))(state, dispatch, view);

/** Whether the selection begins in a list of a kind. */
export function isInList({ selection: { $from } }: EditorState, type: NodeType): boolean {
  for (let depth = $from.depth; depth > 0; depth -= 1) {
    const { type: found } = $from.node(depth);
    if (found === nodes.bulletList || found === nodes.orderedList) return found === type;
  }
  return false;
}

/** Whether what is selected, or what would be typed, has a mark. */
export function hasMark(
  { selection: { from, to, empty, $from }, storedMarks, doc }: EditorState,
  type: MarkType,
): boolean {
  return empty ? type.isInSet(storedMarks ?? $from.marks()) !== undefined : doc.rangeHasMark(from, to, type);
}

export const commands = {
  strong: toggleMark(marks.strong),
  emphasis: toggleMark(marks.emphasis),
  bulletList: toggleList(nodes.bulletList),
  orderedList: toggleList(nodes.orderedList),
} satisfies Record<string, Command>;

/**
 * Puts what is selected under a link; an empty address takes the link away. Where nothing is selected the address
 * stands as the words.
 */
export function linkTo(address: string): Command {
  return (state, dispatch) => {
    const { from, to, empty } = state.selection;
    if (address === '') dispatch?.(state.tr.removeMark(from, to, marks.link));
    else if (empty) dispatch?.(state.tr.insert(from, schema.text(address, [marks.link.create({ address })])));
    else dispatch?.(state.tr.removeMark(from, to, marks.link).addMark(from, to, marks.link.create({ address })));
    return true;
  };
}

/** What keys do beside typing. Tab leads on to the next field, as everywhere. */
export const keys: readonly Plugin[] = [
  inputRules({
    rules: [
      wrappingInputRule(/^\s*[-*]\s$/, nodes.bulletList),
      wrappingInputRule(/^(\d{1,3})[.)]\s$/, nodes.orderedList, ([, number]) => ({ start: Number(number) })),
    ],
  }),
  keymap({
    'Mod-b': commands.strong,
    'Mod-i': commands.emphasis,
    'Mod-]': sinkListItem(nodes.listItem),
    'Mod-[': liftListItem(nodes.listItem),
    'Shift-Enter': breakLine,
    Enter: chainCommands(splitListItem(nodes.listItem), baseKeymap.Enter ?? (() => false)),
  }),
  keymap(baseKeymap),
];
