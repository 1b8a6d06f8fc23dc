import { type Swatch } from '../../catalog';
import { MOST_COLOURS, readColours } from '../../colour';
import { type Column, type SpreadsheetKind, textColumn } from '../kind';

const colours: Column<Swatch> = {
  head: 'Colours',
  show: (swatch) => swatch.colours.join(' / '),
  set(swatch, text) {
    const read = text === '' ? [] : readColours(text);
    if (read === null)
      return `“${text}” is not one to ${MOST_COLOURS} colours. Write them like #5b7a5e, or navy / ivory.`;
    swatch.colours = read;
    return undefined;
  },
};

/** The swatch book. */
export const swatchesSpreadsheet: SpreadsheetKind<Swatch, Swatch> = {
  title: 'Swatches',
  list: 'swatches',
  word: 'swatch',
  names: [{ head: 'Swatch', show: ({ key }) => key }],
  columns: [
    textColumn(
      'Name',
      80,
      ({ name }) => name,
      (swatch, text) => void (swatch.name = text),
    ),
    textColumn(
      'Family',
      80,
      ({ family }) => family,
      (swatch, text) => void (swatch.family = text),
    ),
    textColumn(
      'Supplier code',
      60,
      ({ supplierCode }) => supplierCode,
      (swatch, text) => void (swatch.supplierCode = text),
    ),
    colours,
  ],
  rows: (swatch) => [swatch],
  begin: {
    needs: 'Name',
    make: (key, cell) => ({ key, name: cell('Name'), colours: [], picture: null, family: '', supplierCode: '' }),
  },
};
