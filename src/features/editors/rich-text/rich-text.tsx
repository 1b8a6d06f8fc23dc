'use client';

import { Box, HStack, IconButton } from '@chakra-ui/react';
import { Bold, Italic, Link2, List, ListOrdered, type LucideIcon } from 'lucide-react';
import { type EditorState } from 'prosemirror-state';
import { useState } from 'react';
import { FaultLine } from '@/ui/fault-line';
import { commands, hasMark, isInList, linkTo } from './commands';
import { LinkDialog } from './link-dialog';
import { schema } from './schema';
import { useRichText } from './use-rich-text';

const { nodes, marks } = schema;

interface Tool {
  readonly does: keyof typeof commands;
  readonly label: string;
  readonly keys?: string;
  readonly Icon: LucideIcon;
  isOn(state: EditorState): boolean;
}

const TOOLS: readonly Tool[] = [
  { does: 'strong', label: 'Bold', keys: 'Ctrl B', Icon: Bold, isOn: (state) => hasMark(state, marks.strong) },
  { does: 'emphasis', label: 'Italic', keys: 'Ctrl I', Icon: Italic, isOn: (state) => hasMark(state, marks.emphasis) },
  { does: 'bulletList', label: 'List', Icon: List, isOn: (state) => isInList(state, nodes.bulletList) },
  {
    does: 'orderedList',
    label: 'Numbered list',
    Icon: ListOrdered,
    isOn: (state) => isInList(state, nodes.orderedList),
  },
];

interface Props {
  label: string;
  value: string;
  longest: number;
  onChange: (text: string) => void;
}

const LOOKS = {
  '& .ProseMirror': { outline: 'none', minHeight: '7.5rem', whiteSpace: 'pre-wrap', overflowWrap: 'anywhere' },
  '& .ProseMirror > * + *': { marginTop: '0.5rem' },
  '& ul': { listStyleType: 'disc', paddingInlineStart: '1.25rem' },
  '& ol': { listStyleType: 'decimal', paddingInlineStart: '1.25rem' },
  '& a': { textDecoration: 'underline' },
} as const;

/** A formatted text, edited as customers will read it: emphasis, lists and links. */
export function RichText({ label, value, longest, onChange }: Props) {
  const { host, state, isFull, run } = useRichText({ value, onChange, label, longest });
  const [linking, setLinking] = useState<string | null>(null);
  const isLinked = state !== null && hasMark(state, marks.link);
  const tool = (name: string, isOn: boolean, Icon: LucideIcon, onPress: () => void, keys?: string) => (
    <IconButton
      key={name}
      aria-label={name}
      title={keys === undefined ? name : `${name} (${keys})`}
      aria-pressed={isOn}
      size="xs"
      variant={isOn ? 'subtle' : 'ghost'}
      colorPalette="ink"
      onClick={onPress}
    >
      <Icon size={15} />
    </IconButton>
  );
  return (
    <Box w="full">
      <HStack gap="1" role="toolbar" aria-label="Formatting" mb="1.5">
        {TOOLS.map(({ does, label: name, keys, Icon, isOn }) =>
          tool(name, state !== null && isOn(state), Icon, () => run(commands[does]), keys),
        )}
        {tool('Link', isLinked, Link2, () => setLinking(addressAt(state)))}
      </HStack>
      <Box
        ref={host}
        bg="bg.panel"
        borderWidth="1px"
        borderColor="border.emphasized"
        borderRadius="l2"
        px="3"
        py="2"
        css={LOOKS}
        _focusWithin={{ outline: '2px solid', outlineColor: 'copper.focusRing', outlineOffset: '2px' }}
      />
      {isFull && <FaultLine>{`It can have ${longest} characters at most, with the signs that mark it.`}</FaultLine>}
      {linking !== null && (
        <LinkDialog
          address={linking}
          isLinked={isLinked}
          onClose={() => setLinking(null)}
          onLink={(address) => {
            setLinking(null);
            run(linkTo(address));
          }}
        />
      )}
    </Box>
  );
}

/** Where what is selected leads to; empty where it is no link. */
function addressAt(state: EditorState | null): string {
  let found = '';
  state?.doc.nodesBetween(state.selection.from, Math.max(state.selection.to, state.selection.from + 1), (node) => {
    const link = marks.link.isInSet(node.marks);
    if (link && found === '') found = String(link.attrs.address);
  });
  return found;
}
