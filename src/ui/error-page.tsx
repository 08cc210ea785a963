'use client';

import Button from '@mui/material/Button';
import { Empty, Page } from './page';

/** A page that could not be loaded: what happened, what is saved, what to do. */
export function ErrorPage({ onAgain }: { onAgain: () => void }) {
  return (
    <Page title="This page could not be loaded">
      <Empty
        title="The server did not answer correctly"
        action={
          <Button variant="contained" onClick={onAgain}>
            Reload page
          </Button>
        }
      >
        Changes marked as saved are not lost. Notes and drawings that you were editing are saved on this device.
      </Empty>
    </Page>
  );
}
