import { type ReactNode } from 'react';
import { ManagerFrame } from '@/features/manage/frame';

export default function ManageLayout({ children }: { children: ReactNode }) {
  return <ManagerFrame>{children}</ManagerFrame>;
}
