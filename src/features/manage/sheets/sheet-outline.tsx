'use client';

import { Box, Stack } from '@chakra-ui/react';
import { hasOptions, type Option, type Sheet } from '@/core/catalog';
import { counted, insideNameOf } from '@/core/words';
import { choiceKindsHere } from '@/features/editors/choices';
import { OutlineLine, type Place, useEditing } from '@/features/editors/frame';
import { moveEntry, Sortable } from '@/ui/sortable';

export function SheetOutline({
  sheet,
  current,
  uses,
  published,
}: {
  sheet: Sheet;
  current: Place;
  uses: number;
  published: number | null;
}) {
  return (
    <Stack as="nav" aria-label="Outline" gap="0.5">
      <OutlineLine place="basics" current={current} title="Name and note" state={sheet.key} />
      <OutlineLine
        place="choices"
        current={current}
        title="Choices"
        state={sheet.choices.length === 0 ? 'none: add the first' : 'add, or move by the handle'}
      />
      <Box pl="3">
        <SheetChoices sheet={sheet} current={current} />
      </Box>
      <OutlineLine
        place="views"
        current={current}
        title="Layers on views"
        state={sheet.views.length === 0 ? 'none' : counted(sheet.views.length, 'view')}
      />
      <OutlineLine
        place="rules"
        current={current}
        title="Rules"
        state={
          sheet.rules.length + sheet.tables.length === 0
            ? 'none'
            : counted(sheet.rules.length + sheet.tables.length, 'rule')
        }
      />
      <OutlineLine
        place="formulas"
        current={current}
        title="Formulas and rates"
        state={sheet.formulas.length === 0 ? 'none' : counted(sheet.formulas.length, 'formula')}
      />
      <OutlineLine
        place="breaks"
        current={current}
        title="Quantity breaks"
        state={stateOf(sheet, ({ breaks }) => breaks !== null, 'every one the same')}
      />
      <OutlineLine
        place="quantity"
        current={current}
        title="Quantities of options"
        state={stateOf(sheet, (option) => 'quantity' in option && option.quantity !== null, 'as of the product')}
      />
      <OutlineLine
        place="places"
        current={current}
        title="Placed by condition"
        state={sheet.places.length === 0 ? 'by hand only' : counted(sheet.places.length, 'condition')}
      />
      <OutlineLine place="uses" current={current} title="Where it is used" state={counted(uses, 'product')} />
      <OutlineLine
        place="history"
        current={current}
        title="Revisions"
        state={published === null ? 'not published yet' : `revision ${published} in force`}
      />
    </Stack>
  );
}

/** How many options say something of their own. */
function stateOf({ choices }: Sheet, says: (option: Option) => boolean, none: string): string {
  const number = choices.flatMap((choice) =>
    hasOptions(choice) ? choice.options.filter((option) => says(option)) : [],
  ).length;
  return number === 0 ? none : counted(number, 'option');
}

/** The sheet's choices in the order of the page, to be moved. */
function SheetChoices({ sheet, current }: { sheet: Sheet; current: Place }) {
  const { change } = useEditing();
  return (
    <Sortable
      entries={sheet.choices}
      nameOf={insideNameOf}
      onMove={(from, to) => change(`move choice ${from} ${to}`, (draft) => moveEntry(draft.choices, from, to))}
      render={(choice, _index, handle) => (
        <OutlineLine
          place={`choice:${choice.key}`}
          current={current}
          title={insideNameOf(choice)}
          state={hasOptions(choice) ? counted(choice.options.length, 'option') : choiceKindsHere[choice.kind].short}
          handle={handle}
        />
      )}
    />
  );
}
