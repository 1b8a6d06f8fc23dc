'use client';

import { type Command, EditorState } from 'prosemirror-state';
import { EditorView } from 'prosemirror-view';
import { type RefObject, useEffect, useRef, useState } from 'react';
import { useTypedText } from '@/ui/typing';
import { useSteady } from '@/ui/use-steady';
import { keys } from './commands';
import { fromText } from './from-text';
import { toText } from './to-text';

interface Options {
  value: string;
  onChange: (text: string) => void;
  /** what it is called for those who listen */
  label: string;
  /** the longest text, as it is written */
  longest: number;
}

export interface RichText {
  readonly host: RefObject<HTMLDivElement | null>;
  /** what it looks like now; null until it is there */
  readonly state: EditorState | null;
  /** whether what was typed last did not fit any more */
  readonly isFull: boolean;
  run(command: Command): void;
}

const stateOf = (text: string) => EditorState.create({ doc: fromText(text), plugins: [...keys] });

/**
 * A formatted text that is edited as it looks and kept as CommonMark. Every key is in the draft at once; what changes
 * the draft elsewhere, such as taking a change back, changes what stands here.
 */
export function useRichText({ value, onChange, label, longest }: Options): RichText {
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(null);
  const [state, setState] = useState<EditorState | null>(null);
  const [isFull, setIsFull] = useState(false);
  const typed = useTypedText(value, onChange);
  /** what stands here, as it was given or as it was written last */
  const standing = useRef(value);
  const typing = useSteady({ take: typed.take, onBlur: typed.onBlur });

  useEffect(() => {
    if (!host.current) return;
    const made = new EditorView(host.current, {
      state: stateOf(standing.current),
      attributes: { role: 'textbox', 'aria-multiline': 'true', 'aria-label': label },
      handleDOMEvents: { blur: () => typing.onBlur() },
      dispatchTransaction(transaction) {
        const next = made.state.apply(transaction);
        const text = transaction.docChanged ? toText(next.doc) : null;
        const doesNotFit = text !== null && text.length > longest && text.length > standing.current.length;
        setIsFull(doesNotFit);
        if (doesNotFit) return;
        made.updateState(next);
        setState(next);
        if (text === null || text === standing.current) return;
        standing.current = text;
        typing.take(text);
      },
    });
    view.current = made;
    setState(made.state);
    return () => {
      made.destroy();
      view.current = null;
    };
  }, [label, longest, typing]);

  useEffect(() => {
    if (typed.value === standing.current) return;
    standing.current = typed.value;
    view.current?.updateState(stateOf(typed.value));
    setState(view.current?.state ?? null);
  }, [typed.value]);

  return {
    host,
    state,
    isFull,
    run(command) {
      if (!view.current) return;
      command(view.current.state, view.current.dispatch.bind(view.current), view.current);
      view.current.focus();
    },
  };
}
