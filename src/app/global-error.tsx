'use client';

import './globals.css';
import { StandaloneMessage } from '@/ui/standalone-message';

/** Where nothing of the application could be drawn: a page by itself. */
export default function GlobalError({ reset }: { error: Error; reset: () => void }) {
  return (
    <html lang="en">
      <body>
        <title>Taut Sheave</title>
        <StandaloneMessage title="This page could not be shown" action={{ words: 'Reload page', run: reset }}>
          Changes marked as saved are not lost. Notes and drawings that you were editing are saved on this device. If this happens again,
          see the server’s log.
        </StandaloneMessage>
      </body>
    </html>
  );
}
