import { redirect } from 'next/navigation';

export default function Manage(): never {
  redirect('/manage/products');
}
