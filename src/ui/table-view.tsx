'use client';

import { HStack, IconButton, Menu, Portal } from '@chakra-ui/react';
import { Settings2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { z } from 'zod';

const viewSchema = z.object({ hidden: z.array(z.string()), dense: z.boolean() });

/** How somebody likes to see a table: which columns they do without, and whether its rows are low. */
export type View = z.infer<typeof viewSchema>;

const USUAL: View = { hidden: [], dense: false };

const place = (label: string) => `oak-knot table ${label}`;

function readView(label: string): View {
  try {
    return viewSchema.parse(JSON.parse(window.localStorage.getItem(place(label)) ?? ''));
  } catch {
    return USUAL;
  }
}

interface KeptView {
  readonly view: View;
  readonly setView: (view: View) => void;
  /** the same for the table: false for the columns that somebody does without */
  readonly columnVisibility: Readonly<Record<string, boolean>>;
}

/** The view of a table as this browser keeps it. */
export function useTableView(label: string): KeptView {
  const [view, setView] = useState<View>(() => (typeof window === 'undefined' ? USUAL : readView(label)));
  const keep = (next: View) => {
    setView(next);
    try {
      window.localStorage.setItem(place(label), JSON.stringify(next));
    } catch {
      // A browser that keeps nothing shows it so until it is closed.
    }
  };
  const columnVisibility = useMemo(() => Object.fromEntries(view.hidden.map((id) => [id, false])), [view.hidden]);
  return { view, setView: keep, columnVisibility };
}

interface Props {
  label: string;
  columns: readonly { readonly id: string; readonly title: string }[];
  view: View;
  onChange: (view: View) => void;
}

/** The menu of a table: its columns, and how high its rows are. The first column always stays. */
export function TableView({ label, columns, view, onChange }: Props) {
  const toggle = (id: string, on: boolean) =>
    onChange({ ...view, hidden: on ? view.hidden.filter((other) => other !== id) : [...view.hidden, id] });
  return (
    <HStack position="absolute" right="1.5" top="1.5" zIndex="1">
      <Menu.Root closeOnSelect={false}>
        <Menu.Trigger asChild>
          <IconButton aria-label={`How ${label} looks`} size="2xs" variant="ghost" colorPalette="ink">
            <Settings2 size={14} />
          </IconButton>
        </Menu.Trigger>
        <Portal>
          <Menu.Positioner>
            <Menu.Content>
              <Menu.ItemGroup>
                <Menu.ItemGroupLabel>Columns</Menu.ItemGroupLabel>
                {columns.slice(1).map(({ id, title }) => (
                  <Menu.CheckboxItem
                    key={id}
                    value={id}
                    checked={!view.hidden.includes(id)}
                    onCheckedChange={(on) => toggle(id, on)}
                  >
                    <Menu.ItemIndicator />
                    {title}
                  </Menu.CheckboxItem>
                ))}
              </Menu.ItemGroup>
              <Menu.Separator />
              <Menu.CheckboxItem
                value="dense"
                checked={view.dense}
                onCheckedChange={(dense) => onChange({ ...view, dense })}
              >
                <Menu.ItemIndicator />
                Low rows
              </Menu.CheckboxItem>
            </Menu.Content>
          </Menu.Positioner>
        </Portal>
      </Menu.Root>
    </HStack>
  );
}
