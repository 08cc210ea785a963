'use client';

import Button from '@mui/material/Button';
import { Empty, Page } from './page';

/** A page that could not be read: what happened, what was kept, what to do. */
export function Trouble({ onAgain }: { onAgain: () => void }) {
  return (
    <Page title="This page could not be read">
      <Empty
        title="The server did not answer as it should"
        act={
          <Button variant="contained" onClick={onAgain}>
            Read it again
          </Button>
        }
      >
        Nothing was changed, and what you had typed and not saved is kept on this device.
      </Empty>
    </Page>
  );
}
