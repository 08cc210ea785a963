'use client';

import type { TicketEntry } from '@/contract/records';
import { useMoney } from '@/ui/money';
import { useUnits } from '@/ui/units';
import { Unreadable } from '@/ui/unreadable';
import { contentOf, type LineContent, type Piece } from './lines';
import { PictureThumb } from './pictures';

/** A ticket line with the formats of this person. */
export function EntryLine({ entry }: { entry: TicketEntry }) {
  const units = useUnits();
  const money = useMoney();
  return <LineView content={contentOf(entry, { units, money })} />;
}

/** Content of a ticket line, on screen and on paper. */
export function LineView({ content: { pieces, media, asStored } }: { content: LineContent }) {
  if (asStored !== null) return <Unreadable name="" problem={pieces.join('')} text={asStored} />;
  return (
    <>
      {pieces.map((piece, i) => (
        <PieceView key={i} piece={piece} />
      ))}
      {media && (
        <>
          <br />
          {media.isSound ? (
            // The sound is that of a belt or a machine, so there is nothing to caption.

            <audio
              controls
              preload="none"
              src={`/api/documents/${media.documentId}`}
              aria-label={media.shows}
              style={{ width: '100%', height: 40 }}
            />
          ) : (
            <PictureThumb id={media.documentId} shows={media.shows} height={120} />
          )}
        </>
      )}
    </>
  );
}

function PieceView({ piece }: { piece: Piece }) {
  if (typeof piece === 'string') return <>{piece}</>;
  const { text, as } = piece;
  if (as === 'state') return <em>{text}</em>;
  if (as === 'value') return <span className="ts-mono">{text}</span>;
  return <strong className={as === 'strong-value' ? 'ts-mono' : ''}>{text}</strong>;
}
