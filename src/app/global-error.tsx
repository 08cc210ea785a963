'use client';

import './globals.css';
import { Alone } from '@/ui/alone';

/** Where nothing of the application could be drawn: a page by itself. */
export default function GlobalError({ reset }: { error: Error; reset: () => void }) {
  return (
    <html lang="en">
      <body>
        <title>Taut Sheave</title>
        <Alone title="This page could not be drawn" act={{ words: 'Read it again', run: reset }}>
          Nothing was changed, and what you had typed and not saved is kept on this device. If it happens again, the server’s log says why.
        </Alone>
      </body>
    </html>
  );
}
