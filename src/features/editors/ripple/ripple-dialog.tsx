'use client';

import { Button, Text } from '@chakra-ui/react';
import { type ReactNode } from 'react';
import { counted } from '@/core/words';
import { useBusy } from '@/features/kit/shared';
import { AppDialog } from '@/ui/dialog';
import { RippleView } from './ripple-view';
import { belowWords, useRipple } from './use-ripple';

interface Props {
  /** where the ripple is read from */
  address: string;
  /** what is asked there, as JSON; absent where the address says it */
  asked?: string;
  title?: string;
  /** what is said before what it reaches */
  children?: ReactNode;
  /** what is decided, as the button says it: `Publish` */
  decision: string;
  /** what is said where nothing is reached */
  nothingReached: string;
  /** what has changed since it was asked for, so that it is worked out again; absent for nothing */
  meanwhile?: string;
  onClose: () => void;
  /** @param accepted how many products in the shop have been seen to stop being sold */
  onDecide: (accepted: number, reached: number) => Promise<void>;
}

/** What a change would do to every product it reaches, seen before it is decided. */
export function RippleDialog({
  address,
  asked,
  title = 'The ripple of this change',
  children,
  decision,
  nothingReached,
  meanwhile,
  onClose,
  onDecide,
}: Props) {
  const ripple = useRipple(address, asked);
  const { rows, stopping, below, breaking } = ripple;
  const { busy, fault: refused, run } = useBusy();
  const finished = ripple.state === 'finished';
  const decide = () => run(() => onDecide(stopping, rows.length));
  return (
    <AppDialog
      size="xl"
      open
      title={title}
      onClose={onClose}
      footer={
        <>
          <Button variant="ghost" colorPalette="ink" onClick={onClose}>
            Not now
          </Button>
          <Button
            colorPalette={stopping + breaking + below > 0 ? 'brick' : 'copper'}
            disabled={!finished}
            loading={busy}
            onClick={() => void decide()}
          >
            {decision}
            {stopping > 0
              ? `, and let ${counted(stopping, 'product')} stop`
              : below > 0
                ? `, though ${belowWords(below)}`
                : breaking > 0
                  ? `, though ${counted(breaking, 'proof')} no longer ${breaking === 1 ? 'holds' : 'hold'}`
                  : ''}
          </Button>
        </>
      }
    >
      {meanwhile !== undefined && (
        <Text role="status" color="copper.fg" mb="3">
          {meanwhile}
        </Text>
      )}
      {children}
      <RippleView ripple={ripple} nothingReached={nothingReached} refused={refused} />
    </AppDialog>
  );
}
