import type { Notebook } from '@/core/survey';
import { ConfirmDialog } from '@/ui/confirm-dialog';
import { removesNotebook } from './messages';
import type { NotebookCommands } from './use-notebook-commands';

/** Confirmations before a drive is replaced, and before a notebook is deleted. */
export function NotebookQuestions({ notebook, commands }: { readonly notebook: Notebook; readonly commands: NotebookCommands }) {
  return (
    <>
      <ConfirmDialog
        open={commands.question === 'replace'}
        title="Replace the drive?"
        action="Replace drive"
        leave="Cancel"
        onConfirm={() => void commands.make()}
        onClose={commands.cancel}
      >
        This replaces the drive made from this notebook, including later changes by hand. Machines and jobs then use the new drive.
      </ConfirmDialog>
      <ConfirmDialog
        open={commands.question === 'remove'}
        title={`Remove the notebook of ${notebook.name}?`}
        action="Remove this notebook"
        leave="Cancel"
        removes
        onConfirm={() => void commands.remove()}
        onClose={commands.cancel}
      >
        {removesNotebook(counted(notebook), notebook.photos.length > 0)}
      </ConfirmDialog>
    </>
  );
}

const counted = (notebook: Notebook) =>
  `${notebook.pulleys.length} pulleys, ${notebook.measures.filter((m) => m.value !== null).length} distances`;
