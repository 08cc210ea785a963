import { StoredDriveEditor } from '@/features/drives/editor-screen';
import { findDrive } from '@/server/queries/drives';
import { firstAnswer } from '@/server';
import { idOf } from '@/server/params';

export default async function EditDrivePage({ params }: PageProps<'/drives/[id]/edit'>) {
  const input = await idOf(params);
  return <StoredDriveEditor input={input} first={await firstAnswer(findDrive, input)} />;
}
