import { NothingHere } from '@/features/kit/shared';

export default function NotFound() {
  return (
    <main>
      <NothingHere back={{ href: '/shop', words: 'To the shop' }}>The address has a slip in it.</NothingHere>
    </main>
  );
}
