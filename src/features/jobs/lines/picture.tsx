import type { EntryBody } from '@/core/job';
import { isSound, PictureThumb } from '../pictures';

export function PictureLine({ body }: { body: EntryBody<'picture'> }) {
  return (
    <>
      {body.shows}
      <br />
      {isSound(body) ? (
        // The sound is that of a tapped span, so there is nothing to caption.

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
