import { type BenchSelection, type Outcome } from './product';

// The same product as in product.ts, written out for it alone, in whole numbers: money in hundredths of a cent,
// lengths in hundredths of a millimetre, weights in grams. What a careful programmer would write who had one product
// for ever.

interface Line {
  label: string;
  kind: string;
  of: { kind: string; rate: number; count: number } | null;
  amount: number;
  per: string;
  source: string;
}

interface Detail {
  label: string;
  value: string;
}

export interface HandResult {
  state: string;
  problems: { where: string; code: string; message: string }[];
  counted: { choice: string; title: string; shown: string; value: string; fromDefault: boolean }[];
  item: { key: string; sku: string; title: string; details: Detail[] };
  working: Line[];
  unitPrice: number;
  lineTotal: number;
  weight: number;
  draws: { stock: string; perItem: number; total: number }[];
  canSupply: number | 'unlimited';
}

const DECIMAL = /^\d{1,9}(?:\.\d{1,2})?$/;

function hundredths(text: string): number {
  if (!DECIMAL.test(text)) return -1;
  const dot = text.indexOf('.');
  if (dot < 0) return Number(text) * 100;
  return Number(text.slice(0, dot)) * 100 + Number(text.slice(dot + 1).padEnd(2, '0'));
}

const plain = (value: number): string => {
  const rest = value % 100;
  return rest === 0
    ? String(value / 100)
    : `${Math.floor(value / 100)}.${String(rest).padStart(2, '0').replace(/0$/, '')}`;
};

const BASE = 840_000;

export function byHand({ answers, quantity }: BenchSelection, stock: { board: number; hinge: number }): HandResult {
  const problems: HandResult['problems'] = [];
  const counted: HandResult['counted'] = [];
  const details: Detail[] = [];
  const working: Line[] = [
    { label: 'Base price', kind: 'base', of: null, amount: BASE, per: 'unit', source: 'product' },
  ];
  let sum = BASE;
  let weight = 4500;
  let sku = 'SHELF';
  let hinges = 0;
  const keys: Record<string, string> = {};

  const count = (choice: string, shown: string, value: string, fromDefault: boolean) => {
    counted.push({ choice, title: choice, shown, value, fromDefault });
    details.push({ label: choice, value: shown });
    keys[choice] = value;
  };
  const line = (label: string, source: string, amount: number, of: Line['of'] = null) => {
    working.push({ label, kind: 'choice', of, amount, per: 'unit', source });
    sum += amount;
  };
  const missing = (choice: string) =>
    problems.push({ where: `choice:${choice}`, code: 'answerMissing', message: `${choice} is still to be chosen.` });
  const wrong = (choice: string, code: string) =>
    problems.push({ where: `choice:${choice}`, code, message: `${choice}: ${code}` });

  const length = hundredths(String(answers.length ?? ''));
  const lengthRight = length >= 2000 && length <= 24_000;

  const timber = answers.timber;
  if (timber === 'pine' || timber === 'oak' || timber === 'ash') {
    count('timber', timber, timber, false);
    if (timber === 'pine') line('timber: pine', 'timber', 0);
    else if (timber === 'oak') {
      line('timber: oak', 'timber', (BASE * 35) / 100, { kind: 'percent', rate: 35, count: BASE });
      weight += 1200;
    } else line('timber: ash', 'timber', (BASE * 225) / 1000, { kind: 'percent', rate: 22.5, count: BASE });
    sku += timber === 'pine' ? '-P' : timber === 'oak' ? '-O' : '-A';
  } else missing('timber');

  const stain = answers.stain;
  if (stain === 'clear' || stain === 'dark') {
    count('stain', stain, stain, false);
    line(stain === 'dark' ? 'stain: dark' : 'stain: clear', 'stain', stain === 'dark' ? 79_000 : 0);
    if (stain === 'dark') sku += '-D';
  } else missing('stain');

  const edge = answers.edge ?? 'square';
  if (edge === 'square' || edge === 'round') {
    count('edge', edge, edge, answers.edge === undefined);
    if (edge === 'round') {
      line('edge: round', 'edge', lengthRight ? (length * 24_000) / 10_000 : 0, {
        kind: 'measure',
        rate: 24_000,
        count: length,
      });
      sku += '-R';
    } else line('edge: square', 'edge', 0);
  } else wrong('edge', 'unknownOption');

  if (lengthRight) {
    count('length', `${plain(length)} cm`, plain(length), false);
    line('length', 'length', (length * 315_000) / 10_000, { kind: 'measure', rate: 315_000, count: length });
  } else if (length < 0) wrong('length', 'numberUnreadable');
  else wrong('length', length < 2000 ? 'belowMinimum' : 'aboveMaximum');

  const depth = hundredths(String(answers.depth ?? ''));
  if (depth >= 1500 && depth <= 4500) {
    count('depth', `${plain(depth)} cm`, plain(depth), false);
    line('depth', 'depth', (depth * 120_000) / 10_000, { kind: 'measure', rate: 120_000, count: depth });
  } else wrong('depth', 'outOfRange');

  const brackets = hundredths(String(answers.brackets ?? ''));
  if (brackets >= 200 && brackets <= 800 && brackets % 100 === 0) {
    count('brackets', plain(brackets), plain(brackets), false);
    line('brackets', 'brackets', (brackets / 100) * 32_500, { kind: 'measure', rate: 32_500, count: brackets });
  } else wrong('brackets', 'outOfRange');

  const carving = answers.carving;
  if (typeof carving === 'string' && carving.trim() !== '') {
    if (carving.length > 24) wrong('carving', 'textTooLong');
    else {
      const letters = carving.replaceAll(' ', '').length;
      count('carving', carving, carving, false);
      line('carving', 'carving', letters * 9_500, { kind: 'characters', rate: 9_500, count: letters });
    }
  }

  const mount = answers.mount;
  if (mount === 'wall' || mount === 'post') {
    count('mount', mount, mount, false);
    line(mount === 'post' ? 'mount: post' : 'mount: wall', 'mount', mount === 'post' ? 145_000 : 0);
    sku += mount === 'post' ? '-S' : '-W';
    if (mount === 'post') hinges = 2;
  } else missing('mount');

  const felt = answers.felt ?? false;
  count('felt', felt ? 'Yes' : 'No', felt ? 'yes' : 'no', answers.felt === undefined);
  if (felt) line('felt', 'felt', 22_000);
  const second = answers.second ?? false;
  count('second', second ? 'Yes' : 'No', second ? 'yes' : 'no', answers.second === undefined);
  if (second) line('second', 'second', (-BASE * 15) / 100, { kind: 'percent', rate: -15, count: BASE });

  const finish = answers.finish;
  if (finish === 'oil' || finish === 'wax' || finish === 'raw') {
    count('finish', finish, finish, false);
    if (finish !== 'raw')
      line(finish === 'oil' ? 'finish: oil' : 'finish: wax', 'finish', finish === 'oil' ? 50_000 : 64_000);
    sku += finish === 'oil' ? '-OI' : finish === 'wax' ? '-WX' : '';
  } else missing('finish');

  const room = answers.room;
  if (typeof room === 'string' && room.trim() !== '') {
    if (room.length > 40) wrong('room', 'textTooLong');
    else count('room', room, room, false);
  }

  const rest = sum % 100;
  const unitPrice = sum - rest + (rest >= 50 ? 100 : 0);
  if (unitPrice !== sum)
    working.push({
      label: 'Rounding',
      kind: 'rounding',
      of: null,
      amount: unitPrice - sum,
      per: 'unit',
      source: 'rounding',
    });
  if (quantity < 1 || quantity > 100 || !Number.isInteger(quantity))
    problems.push({ where: 'quantity', code: 'quantity', message: 'quantity' });

  const draws = lengthRight ? [{ stock: 'board', perItem: length, total: length * quantity }] : [];
  if (hinges > 0) draws.push({ stock: 'hinge', perItem: hinges, total: hinges * quantity });
  let canSupply = Infinity;
  if (lengthRight) canSupply = Math.min(canSupply, Math.floor(stock.board / length));
  if (hinges > 0) canSupply = Math.min(canSupply, Math.floor(stock.hinge / hinges));
  if (canSupply < quantity) problems.push({ where: 'quantity', code: 'notEnoughStock', message: 'not enough' });

  let key = 'shelf';
  let separator = '?';
  for (const name of ORDER) {
    const value = keys[name];
    if (value === undefined) continue;
    key += `${separator}${name}=${value.replace(/[%&=?#\s]/g, (sign) => `%${sign.charCodeAt(0).toString(16)}`)}`;
    separator = '&';
  }
  return {
    state: problems.length === 0 ? 'sellable' : 'invalid',
    problems,
    counted,
    item: { key, sku, title: 'Shelf', details },
    working,
    unitPrice,
    lineTotal: unitPrice * quantity,
    weight,
    draws,
    canSupply: canSupply === Infinity ? 'unlimited' : canSupply,
  };
}

const ORDER = [
  'brackets',
  'carving',
  'depth',
  'edge',
  'felt',
  'finish',
  'length',
  'mount',
  'room',
  'second',
  'stain',
  'timber',
];

/** Brought to the common form, outside what is measured. */
export function handOutcome(result: HandResult): Outcome {
  const money = (amount: number) => (amount / 10_000).toFixed(4);
  return {
    state: result.state,
    problems: result.problems.map(({ where }) => where),
    key: result.item.key,
    sku: result.item.sku,
    working: result.working.map(({ amount }) => money(amount)),
    unitPrice: money(result.unitPrice),
    lineTotal: money(result.lineTotal),
    weight: (result.weight / 1000).toFixed(3),
    draws: result.draws.map(
      ({ stock, total }) => `${stock} ${(stock === 'board' ? total / 10_000 : total).toFixed(4)}`,
    ),
    canSupply: result.canSupply,
  };
}
