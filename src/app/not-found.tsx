import { NothingHere } from '@/features/shared/nothing-here';

export default function NotFound() {
  return <NothingHere />;
}
