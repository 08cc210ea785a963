import { NotebookPage } from '@/features/survey/notebook-screen';
import { readNotebook } from '@/server/queries/survey';
import { firstAnswer } from '@/server';
import { idOf } from '@/server/params';

export const metadata = { title: 'A drive being measured' };

/** A notebook at any of its steps. It is a layout, so that typed text survives a change of the step in the address. */
export default async function NotebookLayout({ children, params }: LayoutProps<'/drives/measure/[id]'>) {
  const input = await idOf(params);
  return (
    <>
      <NotebookPage input={input} first={await firstAnswer(readNotebook, input)} />
      {children}
    </>
  );
}
