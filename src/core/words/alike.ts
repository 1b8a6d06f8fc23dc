import { type Alike } from '../judge/alike';
import { someOf } from './conditions';
import { counted } from './counted';
import { faultWords } from './problems';

/** So many of those that are alike are named. */
const NAMED = 3;

/** Says in one sentence what faults that are alike say each. */
export function alikeWords(faults: Alike): string {
  const [first, ...others] = faults;
  if (others.length === 0 || first.data.code !== 'drawsNothing') return faultWords(first.data);
  const whens = faults.flatMap(({ data }) => (data.code === 'drawsNothing' ? (data.when ?? []) : []));
  const what = counted(faults.length, first.path[0] === 'variants' ? 'variant' : 'option');
  return `${what} draw nothing from stock: ${someOf(whens.slice(0, NAMED), faults.length)}. Choose their stock items.`;
}
