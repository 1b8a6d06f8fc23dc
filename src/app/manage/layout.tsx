import { type ReactNode } from 'react';
import { ManagerFrame } from '@/features/frame/rail';

export default function ManageLayout({ children }: { children: ReactNode }) {
  return <ManagerFrame>{children}</ManagerFrame>;
}
