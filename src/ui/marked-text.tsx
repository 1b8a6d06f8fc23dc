'use client';

import { Link, List, Stack, Text } from '@chakra-ui/react';
import { type PhrasingContent, type RootContent } from 'mdast';
import { fromMarkdown } from 'mdast-util-from-markdown';
import { Fragment, type ReactNode } from 'react';
import { isSafeAddress } from '@/core/catalog';
import { type FormattedProps } from './formatted-text';

/**
 * Text as CommonMark (0.31) reads it, of which paragraphs, emphasis, lists and links are drawn: everything else stands
 * as it is written.
 */
export default function MarkedText({ text, ...rest }: FormattedProps) {
  return (
    <Stack gap="1.5" color="fg.muted" {...rest}>
      {fromMarkdown(text).children.map((block, index) => (
        <Fragment key={index}>{blockOf(block, text)}</Fragment>
      ))}
    </Stack>
  );
}

const written = ({ position }: RootContent, text: string) => text.slice(position?.start.offset, position?.end.offset);

function blockOf(block: RootContent, text: string): ReactNode {
  switch (block.type) {
    case 'paragraph':
      return <Text whiteSpace="pre-line">{phrases(block.children, text)}</Text>;
    case 'list':
      return (
        <List.Root as={block.ordered ? 'ol' : 'ul'} ps="5" listStyleType={block.ordered ? 'decimal' : 'disc'}>
          {block.children.map((item, index) => (
            <List.Item key={index}>
              {item.children.map((within, place) => (
                <Fragment key={place}>
                  {within.type === 'paragraph' ? phrases(within.children, text) : blockOf(within, text)}
                </Fragment>
              ))}
            </List.Item>
          ))}
        </List.Root>
      );
    default:
      return <Text whiteSpace="pre-line">{written(block, text)}</Text>;
  }
}

function phrases(children: readonly PhrasingContent[], text: string): ReactNode[] {
  return children.map((child, index) => <Fragment key={index}>{phrase(child, text)}</Fragment>);
}

function phrase(child: PhrasingContent, text: string): ReactNode {
  switch (child.type) {
    case 'text':
      return child.value;
    case 'strong':
      return <strong>{phrases(child.children, text)}</strong>;
    case 'emphasis':
      return <em>{phrases(child.children, text)}</em>;
    case 'break':
      return <br />;
    case 'link':
      return isSafeAddress(child.url) ? (
        <Link href={child.url} target="_blank" rel="noopener" textDecoration="underline">
          {phrases(child.children, text)}
        </Link>
      ) : (
        phrases(child.children, text)
      );
    default:
      return written(child, text);
  }
}
