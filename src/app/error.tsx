'use client';

import { useRetry } from '@/ui/retry';
import { StandaloneMessage } from '@/ui/standalone-message';

/** Where not even the frame of the page could be made: most likely the database is not there this moment. */
export default function RootError({ reset }: { error: Error; reset: () => void }) {
  return (
    <StandaloneMessage title="The server did not answer correctly" action={{ words: 'Reload page', run: useRetry(reset) }}>
      The database may be restarting, which takes a few seconds. Changes marked as saved are not lost. Notes and drawings that you were
      editing are saved on this device.
    </StandaloneMessage>
  );
}
