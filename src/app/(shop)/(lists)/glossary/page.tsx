import { GlossaryScreen } from '@/features/glossary/glossary-screen';

export const metadata = { title: 'Glossary' };

export default function GlossaryPage() {
  return <GlossaryScreen />;
}
