import { Progress } from '@chakra-ui/react';

interface Props extends Pick<Progress.RootProps, 'flex'> {
  label: string;
  /** null while it is not known how far it has come */
  done: number | null;
  of: number;
}

/** How far something has come that is done to many. */
export function ProgressBar({ label, done, of, flex }: Props) {
  return (
    <Progress.Root value={done} max={Math.max(1, of)} flex={flex} aria-label={label}>
      <Progress.Track>
        <Progress.Range bg="copper.solid" />
      </Progress.Track>
    </Progress.Root>
  );
}
