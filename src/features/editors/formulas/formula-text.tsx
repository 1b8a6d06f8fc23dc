'use client';

import { Box } from '@chakra-ui/react';
import { closeBrackets } from '@codemirror/autocomplete';
import { defaultKeymap } from '@codemirror/commands';
import { type Diagnostic, setDiagnostics } from '@codemirror/lint';
import { Compartment, EditorState } from '@codemirror/state';
import { EditorView, keymap, lineNumbers } from '@codemirror/view';
import { useEffect, useRef } from 'react';
import { type FormulaInput } from '@/core/compile';
import { type FormulaFault } from '@/core/formula';
import { formulaFaultWords } from '@/core/words';
import { formulaLanguage } from './language';

interface Props {
  label: string;
  text: string;
  faults: readonly FormulaFault[];
  inputs: readonly FormulaInput[];
  currency: string;
  onChange: (text: string) => void;
}

const look = EditorView.theme({
  '&': {
    backgroundColor: 'var(--chakra-colors-bg-panel)',
    border: '1px solid var(--chakra-colors-border-emphasized)',
    borderRadius: 'var(--chakra-radii-l2)',
    fontSize: '14px',
  },
  '&.cm-focused': { outline: '2px solid var(--chakra-colors-copper-focus-ring)', outlineOffset: '2px' },
  '.cm-content': { fontFamily: 'var(--chakra-fonts-mono)', caretColor: 'var(--chakra-colors-fg)', minHeight: '84px' },
  '.cm-gutters': {
    backgroundColor: 'var(--chakra-colors-bg-subtle)',
    color: 'var(--chakra-colors-fg-muted)',
    border: 'none',
  },
  '.cm-cursor': { borderLeftColor: 'var(--chakra-colors-fg)' },
  '.cm-tooltip': {
    backgroundColor: 'var(--chakra-colors-bg-panel)',
    border: '1px solid var(--chakra-colors-border-emphasized)',
    color: 'var(--chakra-colors-fg)',
  },
  '.cm-tooltip-autocomplete ul li[aria-selected]': {
    backgroundColor: 'var(--chakra-colors-bg-emphasized)',
    color: 'var(--chakra-colors-fg)',
  },
});

/**
 * The text of a formula: completed while it is typed, errors under the exact place. Undo is the editor's own, for
 * everything.
 */
export function FormulaText({ label, text, faults, inputs, currency, onChange }: Props) {
  const place = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const change = useRef(onChange);
  const start = useRef(text);
  // What was typed here and has not come back yet: it may be behind what is typed meanwhile.
  const typed = useRef<string[]>([]);
  const names = useRef(new Compartment());
  const called = useRef(new Compartment());
  useEffect(() => {
    change.current = onChange;
  });
  useEffect(() => {
    if (!place.current) return undefined;
    const made = new EditorView({
      parent: place.current,
      state: EditorState.create({
        doc: start.current,
        extensions: [
          lineNumbers(),
          closeBrackets(),
          keymap.of(defaultKeymap),
          look,
          names.current.of([]),
          EditorView.lineWrapping,
          called.current.of([]),
          EditorView.updateListener.of((update) => {
            if (!update.docChanged) return;
            const written = update.state.doc.toString();
            typed.current.push(written);
            change.current(written);
          }),
        ],
      }),
    });
    view.current = made;
    return () => {
      made.destroy();
      view.current = null;
    };
  }, []);
  // Its name changes while it stands: made anew for that, it would forget what is written in it.
  useEffect(() => {
    view.current?.dispatch({
      effects: called.current.reconfigure(EditorView.contentAttributes.of({ 'aria-label': label })),
    });
  }, [label]);
  useEffect(() => {
    view.current?.dispatch({ effects: names.current.reconfigure(formulaLanguage(inputs, currency)) });
  }, [inputs, currency]);
  // Undone elsewhere, or brought in by somebody else.
  useEffect(() => {
    const own = typed.current.lastIndexOf(text);
    typed.current = own < 0 ? [] : typed.current.slice(own + 1);
    if (own >= 0) return;
    const current = view.current?.state.doc.toString();
    if (current !== undefined && current !== text)
      view.current?.dispatch({ changes: { from: 0, to: current.length, insert: text } });
  }, [text]);
  useEffect(() => {
    const current = view.current;
    if (!current) return;
    const { length } = current.state.doc;
    const marks: Diagnostic[] = faults.map(({ from, to, line, data }) => ({
      from: Math.min(from, length),
      to: Math.min(to, length),
      severity: 'error',
      message: formulaFaultWords(line, data),
    }));
    current.dispatch(setDiagnostics(current.state, marks));
  }, [faults, text]);
  return <Box ref={place} />;
}
