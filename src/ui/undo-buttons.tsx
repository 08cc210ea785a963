import IconButton from '@mui/material/IconButton';
import Tooltip from '@mui/material/Tooltip';
import type { Undoable } from '@/client/history';
import { Icon } from './icons';

export function UndoButtons({ of }: { of: Pick<Undoable<unknown>, 'undo' | 'redo' | 'mayUndo' | 'mayRedo'> }) {
  return (
    <>
      <Tooltip title="Undo (Ctrl Z)">
        <span>
          <IconButton aria-label="Undo" disabled={!of.mayUndo} onClick={of.undo}>
            <Icon name="undo" />
          </IconButton>
        </span>
      </Tooltip>
      <Tooltip title="Redo (Ctrl Shift Z)">
        <span>
          <IconButton aria-label="Redo" disabled={!of.mayRedo} onClick={of.redo}>
            <Icon name="redo" />
          </IconButton>
        </span>
      </Tooltip>
    </>
  );
}
