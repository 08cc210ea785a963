import { TemplatesScreen } from '@/features/drives/drives-screen';
import { EditorScreen } from '@/features/drives/editor-screen';
import { TEMPLATES } from '@/features/drives/templates';
import { requirePerson } from '@/server';

export const metadata = { title: 'Draw a new drive' };

export default async function NewDrivePage({ searchParams }: PageProps<'/drives/new'>) {
  await requirePerson();
  const { from } = await searchParams;
  const template = TEMPLATES.find((t) => t.key === from);
  return template ? <EditorScreen key={template.key} stored={null} start={template.make()} /> : <TemplatesScreen />;
}
