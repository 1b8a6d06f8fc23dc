import { dayAt } from '../core/calendar';
import { type Catalog } from '../core/catalog';
import { checkCatalog, checkSelections, faultJson, pathText } from '../core/exchange';
import { type Fault } from '../core/problems';
import { counted } from '../core/words';
import { BadInput, faultLine, openCatalog, type Streams } from './io';

/** What keeps something from being sold, and what is only worth a look. */
interface Found {
  readonly faults: readonly Fault[];
  readonly advice: readonly Fault[];
}

function foundIn(catalog: Catalog): Found {
  const ofCatalog = parted(checkCatalog(catalog, { withAdvice: true }));
  // Selections are looked at once everything they are made of is right.
  if (ofCatalog.faults.length > 0) return { faults: ofCatalog.faults, advice: [] };
  const ofSelections = parted(checkSelections(catalog, dayAt(new Date(), catalog.shop.timeZone)));
  return { faults: ofSelections.faults, advice: [...ofCatalog.advice, ...ofSelections.advice] };
}

const parted = (found: readonly Fault[]): Found => ({
  faults: found.filter(({ gravity }) => gravity === 'mustFix'),
  advice: found.filter(({ gravity }) => gravity === 'canWait'),
});

/**
 * Lists what is wrong with a catalog, and what is worth a look.
 *
 * @param strict whether advice is as bad as a fault
 * @param json whether all of it is written as JSON, with codes
 * @returns 2 where something is wrong
 */
export function runCheck(io: Streams, file: string, { strict = false, json = false }): number {
  const catalog = openCatalog(io, file);
  const { faults, advice } = foundIn(catalog);
  const isWrong = faults.length > 0 || (strict && advice.length > 0);
  if (json) {
    const told = [...faults, ...advice]
      .map(faultJson)
      .map(({ path, ...fault }) => ({ path: pathText(path), ...fault }));
    io.write(`${JSON.stringify(told, null, 2)}\n`);
    return isWrong ? 2 : 0;
  }
  const adviceLines = advice.map((fault) => faultLine(`advice: ${file}`, fault));
  if (isWrong) throw new BadInput([...faults.map((fault) => faultLine(file, fault)), ...adviceLines]);
  io.write([...adviceLines, sumLine(file, catalog, advice.length)].map((line) => `${line}\n`).join(''));
  return 0;
}

const sumLine = (file: string, { products, stock }: Catalog, advice: number): string =>
  `${file}: ${products.length} products, ${stock.length} stock items, nothing wrong${advice > 0 ? `, ${counted(advice, 'piece of advice', 'pieces of advice')}` : ''}`;
