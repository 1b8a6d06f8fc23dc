'use client';

import { Button } from '@chakra-ui/react';
import { Send } from 'lucide-react';
import { BarMenu, bulkKindNames, bulkKinds, ManyChanges } from '@/features/manage/many';
import { type SheetRow } from '@/services/sheets/sheets';
import { sheetMoves } from './sheet-moves';

const CHANGES = bulkKindNames
  .filter((kind) => bulkKinds[kind].ofChoices)
  .map((kind) => ({ value: kind, words: bulkKinds[kind].words }));

/** What can be done to the selected sheets, and the last such change to be taken back. */
export function SheetsBar({
  sheets,
  selected,
  onDone,
}: {
  sheets: readonly SheetRow[];
  selected: ReadonlySet<string>;
  onDone: () => void;
}) {
  const meant = sheets.filter(({ id }) => selected.has(String(id)));
  return (
    <ManyChanges
      meant={meant}
      word="sheet"
      moves={sheetMoves}
      targets={{ products: [], sheets: meant.map(({ id }) => id) }}
      categories={[]}
      sheets={[]}
      onDone={onDone}
    >
      {({ change, move }) => (
        <>
          <Button size="sm" variant="outline" onClick={() => move('publish')}>
            <Send size={15} aria-hidden /> Publish
          </Button>
          <BarMenu words="Change" items={CHANGES} onPick={change} />
          <Button size="sm" variant="outline" onClick={() => move('delete')}>
            Delete
          </Button>
        </>
      )}
    </ManyChanges>
  );
}
