'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import { ConfirmDialog } from '@/ui/confirm-dialog';
import { Icon } from '@/ui/icons';
import { Card } from '@/ui/page';
import { Moment } from '@/ui/when';
import { useCommand } from '../commands/use-command';
import { useMayChange } from '../shell/shell-context';
import { fileData } from './file-data';
import type { DocumentOf, StoredDocument } from '@/contract/records';

/** Documents and pictures of a machine, a drive or one pulley of it: the manual's page, the parts diagram, the decal. */
export function PapersCard({
  of,
  papers,
  title = 'Documents and pictures',
  says = 'Pages of the manual, parts diagram, decal: PDF or picture, up to 8 MB.',
}: {
  of: DocumentOf;
  papers: readonly StoredDocument[];
  title?: string;
  says?: string;
}) {
  const runCommand = useCommand();
  const mayChange = useMayChange();
  const input = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const [removing, setRemoving] = useState<StoredDocument | null>(null);
  const add = async (file: File) => {
    setBusy(true);
    const read = await fileData(file);
    if (!read.ok) setProblem(read.problem);
    else {
      const name = file.name.replace(/\.[a-z]{3,4}$/i, '').slice(0, 120) || 'Unnamed';
      const answer = await runCommand(
        'document.add',
        { of, name, data: read.data },
        { words: name, done: `${name} is pinned here.`, quiet: true },
      );
      setProblem(answer.ok ? '' : answer.problem);
    }
    setBusy(false);
  };
  const remove = async ({ id, name }: StoredDocument) => {
    setRemoving(null);
    await runCommand('document.remove', { id }, { words: `${name} taken off`, done: `${name} is removed.` });
  };
  return (
    <Card
      title={title}
      actions={
        mayChange && (
          <>
            <Button disabled={busy} startIcon={<Icon name="upload" size={18} />} onClick={() => input.current?.click()}>
              {busy ? 'Sending…' : 'Add file'}
            </Button>
            <input
              ref={input}
              type="file"
              hidden
              accept="application/pdf,image/jpeg,image/png,image/webp"
              aria-label={`${title}: file`}
              onChange={(e) => {
                const [file] = e.target.files ?? [];
                if (file) void add(file);
                e.target.value = '';
              }}
            />
          </>
        )
      }
    >
      {problem !== '' && (
        <Alert severity="warning" variant="outlined" onClose={() => setProblem('')} sx={{ mb: 1 }}>
          {problem}
        </Alert>
      )}
      {papers.length === 0 && <Box sx={{ color: 'var(--ts-quiet)' }}>{says}</Box>}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {papers.map((p) => (
          <Box
            component="li"
            key={p.id}
            sx={{ display: 'flex', alignItems: 'center', gap: 1.5, minHeight: 48, borderTop: '1px solid var(--ts-edge)' }}
          >
            <Icon name={p.mediaType === 'application/pdf' ? 'paper' : 'camera'} size={20} />
            <Box sx={{ mr: 'auto', minWidth: 0, overflowWrap: 'anywhere' }}>
              <a href={`/api/documents/${p.id}`} target="_blank" rel="noreferrer" style={{ color: 'inherit', fontWeight: 600 }}>
                {p.name}
              </a>
              <Box sx={{ fontSize: 13, color: 'var(--ts-quiet)' }}>
                <Moment at={p.at} as="day" />
                {p.by ? `, ${p.by}` : ''}
              </Box>
            </Box>
            {mayChange && (
              <Button color="error" size="small" onClick={() => setRemoving(p)} aria-label={`Remove ${p.name}`}>
                Remove
              </Button>
            )}
          </Box>
        ))}
      </Box>
      <ConfirmDialog
        open={removing !== null}
        title={`Remove ${removing?.name ?? ''}?`}
        action="Remove it"
        leave="Cancel"
        removes
        onConfirm={() => removing && void remove(removing)}
        onClose={() => setRemoving(null)}
      >
        This permanently deletes it. Tickets keep their own pictures.
      </ConfirmDialog>
    </Card>
  );
}
