'use client';

import { useAgain } from '@/ui/again';
import { Alone } from '@/ui/alone';

/** Where not even the frame of the page could be made: most likely the database is not there this moment. */
export default function RootError({ reset }: { error: Error; reset: () => void }) {
  return (
    <Alone title="The server did not answer as it should" act={{ words: 'Read it again', run: useAgain(reset) }}>
      Its database may be starting anew; that takes a few seconds. Nothing was changed, and what you had typed and not saved is kept on this
      device.
    </Alone>
  );
}
