import { Box, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { type CatalogSurroundings, type Product, type Sheet } from '@/core/catalog';
import { askedTwice, type AskedTwice } from '@/core/judge';
import { type Fault } from '@/core/problems';
import { listed } from '@/core/words';
import { Counter } from '@/features/editors/counter';
import { ReadinessList, SeenBy } from '@/features/editors/frame';
import { type SelectionState, type StockView, useSelection } from '@/features/kit/selection';
import { type SheetEditorView } from '@/services/sheets/sheets';
import { SelectField } from '@/ui/field';
import { triedOn } from './sample-product';

type TryOn = SheetEditorView['tryOn'];

/** A sheet on something that has it, or could have it. */
export interface TriedSheet {
  readonly product: Product;
  /** of the shop; null for one that is made up */
  readonly id: number | null;
  readonly tryOnto: (id: number | null) => void;
  readonly group: string | null;
  readonly seeAs: (group: string | null) => void;
  readonly selection: SelectionState;
  /** what the product asks for itself, too */
  readonly twice: readonly AskedTwice[];
  /** what is wrong with the sheet, by its own paths */
  readonly findings: readonly Fault[];
}

/** Tries a sheet on a product: the first of those it may be on, until another is taken. */
export function useTriedSheet(
  sheet: Sheet,
  tryOn: TryOn,
  surroundings: CatalogSurroundings,
  stock: readonly StockView[],
  today: string,
): TriedSheet {
  const [group, seeAs] = useState<string | null>(null);
  const [id, tryOnto] = useState<number | null>(tryOn[0]?.id ?? null);
  const product = useMemo(
    () => triedOn(sheet, tryOn.find((one) => one.id === id)?.definition, surroundings.sheets.values()),
    [tryOn, id, sheet, surroundings],
  );
  const selection = useSelection(product, surroundings, stock, { today, group });
  const { program } = selection;
  const { key } = sheet;
  const twice = useMemo(() => askedTwice(program).filter(({ other }) => other.startsWith(`${key}.`)), [program, key]);
  const findings = useMemo<Fault[]>(
    () =>
      program.faults.flatMap((fault) =>
        fault.path[0] === 'sheets' && fault.path[1] === key && fault.code !== 'overrideLost'
          ? { ...fault, path: fault.path.slice(2) }
          : [],
      ),
    [program, key],
  );
  return { product, id, tryOnto, group, seeAs, selection, twice, findings };
}

/** What stands beside the sheet: what is wrong with it, and how it is on a product. */
export function TriedBeside({ tried, tryOn }: { tried: TriedSheet; tryOn: TryOn }) {
  const { product, id, tryOnto, twice, selection, group, seeAs } = tried;
  return (
    <>
      <ReadinessList ready="The sheet can be published" unready="before the sheet can be published" />
      <Box borderTopWidth="1px" borderColor="border" />
      {tryOn.length > 0 && (
        <SelectField
          small
          label="Try it on"
          value={id === null ? '' : String(id)}
          alternatives={[
            ...tryOn.map((one) => ({ value: String(one.id), label: one.title })),
            { value: '', label: 'a product that costs 100' },
          ]}
          onChange={(value) => tryOnto(value === '' ? null : Number(value))}
        />
      )}
      {twice.length > 0 && (
        <Text fontSize="sm" color="copper.fg" role="status">
          {product.title} asks for{' '}
          {listed(
            twice.map(({ title }) => title),
            'and',
          )}{' '}
          itself: customers would be asked twice, and both count. Its editor offers to remove its own.
        </Text>
      )}
      <Counter selection={selection} groups={<SeenBy group={group} onChange={seeAs} />} />
    </>
  );
}
