import { NothingHere } from '@/features/kit/shared';

export default function NotFound() {
  return (
    <NothingHere back={{ href: '/manage/products', words: 'To the products' }}>
      It may have been deleted, or the address has a slip in it.
    </NothingHere>
  );
}
