'use client';

import { Stack, type StackProps, Text } from '@chakra-ui/react';
import dynamic from 'next/dynamic';

/** Whether there is anything in a text that CommonMark would read as more than words. */
const HAS_MARKS = /[*_[\]`<&\\]|^[ \t]*(?:[-+#>]|\d{1,9}[.)])/m;

const Marked = dynamic(() => import('./marked-text'));

export interface FormattedProps extends StackProps {
  text: string;
}

/** Text with emphasis, lists and links; what reads it comes only where there is something to read. */
export function FormattedText({ text, ...rest }: FormattedProps) {
  if (HAS_MARKS.test(text)) return <Marked text={text} {...rest} />;
  return (
    <Stack gap="1.5" color="fg.muted" {...rest}>
      {text.split(/\n\s*\n/).map((paragraph, index) => (
        <Text key={index} whiteSpace="pre-line">
          {paragraph}
        </Text>
      ))}
    </Stack>
  );
}
