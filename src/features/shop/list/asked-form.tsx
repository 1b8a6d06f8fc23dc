'use client';

import { useRouter } from 'next/navigation';
import { type FormEvent, type ReactNode } from 'react';
import { type ShopAsked, shopAskedFrom, shopParams } from '@/core/browsing';
import { shopAddress } from './addresses';

interface Props {
  asked: ShopAsked;
  /** what of the address the fields in it say */
  fields: readonly string[];
  role?: 'search';
  label: string;
  children: ReactNode;
}

/** Fields that say a part of what is asked for; all else stays. Without scripts the browser sends it itself. */
export function AskedForm({ asked, fields, role, label, children }: Props) {
  const router = useRouter();
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const params = new URLSearchParams();
    for (const [name, value] of new FormData(event.currentTarget)) {
      if (typeof value === 'string') params.append(name, value);
    }
    router.push(shopAddress(shopAskedFrom(params)), { scroll: false });
  };
  const others = [...shopParams({ ...asked, page: 1 })].filter(([name]) => !fields.includes(name));
  return (
    <form action="/shop" role={role} aria-label={label} onSubmit={submit}>
      {others.map(([name, value]) => (
        <input key={`${name} ${value}`} type="hidden" name={name} value={value} />
      ))}
      {children}
    </form>
  );
}
