'use client';

import { Box, Button, HStack } from '@chakra-ui/react';
import { type ResolutionJson } from '@/core/exchange';

export type ProblemJson = ResolutionJson['problems'][number];

/** What is wrong, what would be right, and the nearest right answers to take over. */
export function ProblemNote({ problem, onTake }: { problem: ProblemJson; onTake?: (answer: string) => void }) {
  const missing = problem.code === 'answerMissing';
  return (
    <Box mt="1.5" fontSize="sm" color={missing ? 'oak.fg' : 'brick.fg'} role={missing ? undefined : 'alert'}>
      {problem.message}
      {problem.code === 'cannotCut' && problem.remedy && ` ${problem.remedy}`}
      {onTake && problem.nearest ? (
        <HStack mt="1" gap="2" wrap="wrap">
          {problem.nearest.map((answer, place) => (
            <Button key={answer} size="xs" variant="outline" colorPalette="copper" onClick={() => onTake(answer)}>
              Use {problem.nearestTold?.[place] ?? answer}
            </Button>
          ))}
        </HStack>
      ) : (
        problem.code !== 'cannotCut' && problem.remedy && ` ${problem.remedy}`
      )}
    </Box>
  );
}
