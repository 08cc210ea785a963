import type { EntryBody } from '@/core/job';
import { isSound, PictureThumb } from '../pictures';

export function PictureLine({ body }: { body: EntryBody<'picture'> }) {
  return (
    <>
      {body.shows}
      <br />
      {isSound(body) ? (
        // What is heard is a tapped span: there is nothing to be captioned.

        <audio
          controls
          preload="none"
          src={`/api/documents/${body.documentId}`}
          aria-label={body.shows}
          style={{ width: '100%', height: 40 }}
        />
      ) : (
        <PictureThumb id={body.documentId} shows={body.shows} height={120} />
      )}
    </>
  );
}
