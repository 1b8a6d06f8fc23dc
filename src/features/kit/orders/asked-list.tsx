import { type AskedKept } from '@/core/basket';
import { askedWords } from '@/core/words';
import { DetailList } from '@/features/kit/shared';

/** What the customer answered at checkout beside name and e-mail address; nothing where nothing was. */
export function AskedList({ asked }: { asked: readonly AskedKept[] }) {
  return asked.length === 0 ? null : (
    <DetailList details={asked.map((one) => ({ label: one.title, value: askedWords(one) }))} />
  );
}
