import { type Metadata } from 'next';
import { AllProofs } from '@/features/manage/proofs';

export const metadata: Metadata = { title: 'All proofs' };

export default function ProofsPage() {
  return <AllProofs />;
}
