import { type ReactNode } from 'react';
import { ManagerFrame } from '@/features/shared/rail';

export default function ManageLayout({ children }: { children: ReactNode }) {
  return <ManagerFrame>{children}</ManagerFrame>;
}
