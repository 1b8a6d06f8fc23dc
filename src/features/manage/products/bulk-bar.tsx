'use client';

import { Button } from '@chakra-ui/react';
import { Send } from 'lucide-react';
import { BarMenu, bulkKindNames, bulkKinds, ManyChanges, type SheetName } from '@/features/manage/many';
import { type MeantProduct } from '@/services/products/list';
import { Suggestions } from '@/ui/suggestions';
import { CATEGORIES } from './kept-back';
import { productMoves } from './product-moves';
import { readMeant } from './use-selected';

interface Props {
  /** those that are selected */
  meant: readonly MeantProduct[];
  categories: readonly string[];
  sheets: readonly SheetName[];
  onDone: () => void;
}

/** All but what has a button of its own. */
const CHANGES = bulkKindNames.filter((kind) => kind !== 'prices');

/** More are exported with the whole catalog: an address can’t name them. */
const MOST_EXPORTED = 1_000;

const EXPORTS = [
  { value: '/api/manage/catalog-file?as=zip', words: 'With all they need (ZIP)' },
  { value: '/api/manage/spreadsheets/selections?as=xlsx', words: 'Selections, a row each' },
  { value: '/api/manage/printed-prices?group=', words: 'Price list, printed (PDF)' },
  { value: '/api/manage/spreadsheets/products?as=xlsx', words: 'Products and prices' },
  { value: '/api/manage/spreadsheets/variants?as=xlsx', words: 'Variants' },
  { value: '/api/manage/spreadsheets/options?as=xlsx', words: 'Options' },
] as const;

const PUT_AWAY = [
  { value: 'archive', words: 'Archive' },
  { value: 'takeOut', words: 'Take out of the archive' },
  { value: 'delete', words: 'Delete' },
] as const;

/** Has the browser keep what stands at an address as a file. */
function download(address: string): void {
  const link = document.createElement('a');
  link.href = address;
  link.download = '';
  link.click();
}

const PUBLISHING = { way: 'publish', again: readMeant } as const;

/** What can be done to the selected products, and the last such change to be taken back. */
export function BulkBar({ meant, categories, sheets, onDone }: Props) {
  return (
    <ManyChanges
      meant={meant}
      word="product"
      moves={productMoves}
      publishing={PUBLISHING}
      targets={{ products: meant.map(({ id }) => id), sheets: [] }}
      categories={categories}
      sheets={sheets}
      onDone={onDone}
    >
      {({ change, move }) => (
        <>
          <Suggestions id={CATEGORIES} values={categories} />
          <Button size="sm" variant="outline" onClick={() => move('publish')}>
            <Send size={15} aria-hidden /> Publish
          </Button>
          <Button size="sm" variant="outline" onClick={() => move('withdraw')}>
            Take out of the shop
          </Button>
          <Button size="sm" variant="outline" onClick={() => change('prices')}>
            {bulkKinds.prices.words}
          </Button>
          <BarMenu
            words="Change"
            items={CHANGES.map((kind) => ({
              value: kind,
              words: bulkKinds[kind].words,
              disabled: sheets.length === 0 && (kind === 'placeSheet' || kind === 'takeOffSheet'),
            }))}
            onPick={change}
          />
          <BarMenu words="Put away" items={PUT_AWAY} onPick={move} />
          {meant.length <= MOST_EXPORTED && (
            <BarMenu
              words="Export"
              items={EXPORTS}
              onPick={(path) => download(`${path}&ids=${meant.map(({ id }) => id).join()}`)}
            />
          )}
        </>
      )}
    </ManyChanges>
  );
}
