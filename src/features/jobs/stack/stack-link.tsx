import Button from '@mui/material/Button';
import Link from 'next/link';

/** Opens the stack of a pulley from a job, which it then returns to. */
export function StackLink({ driveId, pulley, job }: { driveId: number; pulley: string; job: number }) {
  return (
    <Button component={Link} href={`/drives/${driveId}/stacks/${encodeURIComponent(pulley)}?job=${job}`} prefetch={false} sx={{ ml: 1 }}>
      Open its stack
    </Button>
  );
}
