'use client';

import { Button, HStack, Text } from '@chakra-ui/react';
import { changeWords } from '@/core/words';
import { ProblemNote } from './problem-note';
import { type SelectionState } from './use-selection';

/**
 * What is wrong with the item as a whole; and what to change so that the answer given last can stay, with the button
 * that changes it.
 */
export function ItemProblems({
  problems,
  selection: { changes, change },
}: {
  problems: SelectionState['resolution']['problems'];
  selection: Pick<SelectionState, 'changes' | 'change'>;
}) {
  return (
    <>
      {problems.map((problem, index) => (
        // What to change says more than what one table would allow.
        <ProblemNote
          key={index}
          problem={
            problem.code === 'notMadeTogether' && changes.length > 0 ? { ...problem, remedy: undefined } : problem
          }
        />
      ))}
      {changes.length > 0 && (
        <HStack
          role="status"
          gap="3"
          mt="2"
          fontSize="sm"
          bg="copper.subtle"
          color="copper.fg"
          borderRadius="l2"
          px="3"
          py="2"
          justify="space-between"
        >
          <Text>
            {problems.length === 0 && 'These don’t go together. '}
            {changeWords(changes)}
          </Text>
          {/* What only the customer can type is left to them. */}
          {changes.every(({ anew }) => anew === null) && (
            <Button size="xs" variant="outline" colorPalette="copper" onClick={change}>
              Change it
            </Button>
          )}
        </HStack>
      )}
    </>
  );
}
