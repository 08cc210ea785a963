import type { EntryBody } from '@/core/job';
import { PictureThumb } from '../pictures';

export function PictureLine({ body }: { body: EntryBody<'picture'> }) {
  return (
    <>
      {body.shows}
      <br />
      <PictureThumb id={body.documentId} shows={body.shows} height={120} />
    </>
  );
}
