'use client';

import { createContext, type ReactNode, useCallback, useContext, useEffect, useMemo, useState } from 'react';
import { useSteady } from '@/ui/use-steady';

/** Something the palette can do. */
export interface Command {
  readonly title: string;
  readonly run: () => void;
}

interface Commands {
  readonly list: () => readonly Command[];
  readonly add: (command: Command) => () => void;
}

const CommandsContext = createContext<Commands | null>(null);

/** Lets every screen offer its commands to the palette. */
export function CommandsProvider({ children }: { children: ReactNode }) {
  const [known] = useState(() => new Set<Command>());
  const add = useCallback(
    (command: Command) => {
      known.add(command);
      return () => void known.delete(command);
    },
    [known],
  );
  const commands = useMemo(() => ({ list: () => [...known], add }), [known, add]);
  return <CommandsContext.Provider value={commands}>{children}</CommandsContext.Provider>;
}

export function useCommands(): Commands | null {
  return useContext(CommandsContext);
}

/** Offers a command as long as the screen is open. */
export function useCommand(title: string, run: () => void): void {
  const add = useCommands()?.add;
  const command = useSteady({ run });
  useEffect(() => add?.({ title, run: command.run }), [add, title, command]);
}
