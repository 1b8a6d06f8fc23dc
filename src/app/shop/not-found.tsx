import { NothingHere } from '@/features/kit/shared';

export default function NotFound() {
  return (
    <NothingHere back={{ href: '/shop', words: 'To the shop' }}>
      It may have been taken out of the shop, or the address has a slip in it.
    </NothingHere>
  );
}
