import { notFound } from 'next/navigation';

/** Any other address of the manager’s side: it keeps the rail of places. */
export default function Nowhere(): never {
  notFound();
}
