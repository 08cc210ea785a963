'use client';

import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { saveFile } from './download';
import { Page } from './page';

/** A page of its own for a record that no longer reads. */
export function UnreadablePage({ row }: { row: { readonly name: string; readonly problem: string; readonly text: string } }) {
  return (
    <Page title={row.name} lead="It cannot be used until it is corrected or imported again.">
      <Unreadable name="" problem={row.problem} text={row.text} />
    </Page>
  );
}

/** A stored document that is unreadable: the reason, and its text for saving. */
export function Unreadable({ name, problem, text }: { name: string; problem: string; text: string }) {
  return (
    <Alert
      severity="warning"
      variant="outlined"
      action={
        <Button color="inherit" onClick={() => saveFile('as-stored.json', text, 'application/json')}>
          Save its text
        </Button>
      }
    >
      {name ? `${name}: ` : ''}
      {problem}
    </Alert>
  );
}
