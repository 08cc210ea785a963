'use client';

import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { StageProps } from '../module';

/** Which drive and belt of the machine the job is about, where there is more than one to choose from. */
export function DrivePicker({ job, drives, commands, writable }: StageProps) {
  const belts = drives.flatMap(({ id, document }) =>
    document.belts.map((b) => ({ value: `${id}/${b.id}`, driveId: id, beltId: b.id, label: `${b.label ?? b.id}: ${document.name}` })),
  );
  const value = belts.find((b) => b.driveId === job.driveId && b.beltId === job.beltId)?.value ?? '';
  if (belts.length === 0 || (belts.length === 1 && value !== '')) return null;
  return (
    <TextField
      select
      label="Drive and belt"
      value={value}
      disabled={!writable}
      sx={{ maxWidth: 480, mb: 1.5 }}
      onChange={(e) => {
        const chosen = belts.find((b) => b.value === e.target.value);
        if (chosen) commands.chooseDrive(chosen.driveId, chosen.beltId);
      }}
    >
      {belts.map((b) => (
        <MenuItem key={b.value} value={b.value}>
          {b.label}
        </MenuItem>
      ))}
    </TextField>
  );
}
