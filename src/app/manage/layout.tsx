import { type ReactNode } from 'react';
import { ManagerFrame } from '@/features/manage/frame';
import { whoAsks } from '@/http/manager-page';

export default async function ManageLayout({ children }: { children: ReactNode }) {
  const { admitted } = await whoAsks();
  return <ManagerFrame person={{ name: admitted.who.name, roles: admitted.roles }}>{children}</ManagerFrame>;
}
