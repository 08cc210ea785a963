'use client';

import Alert from '@mui/material/Alert';
import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { Machine, MachineFields } from '@/db';
import { useChoices, type Choice } from '@/ui/lookup';
import { chooseDrive } from '../drives/actions';
import { chooseCustomer, saveMachine } from './actions';
import { MeterField } from './meter-field';

const BLANK: MachineFields = {
  name: '',
  maker: '',
  model: '',
  serial: '',
  meter: null,
  meterUnit: 'h',
  notes: '',
  customer: '',
  driveIds: [],
};

/** Adds or changes a machine. Where someone else changed it meanwhile both versions are shown, field by field. */
export function MachineForm({
  machine,
  drives,
  onClose,
  onSaved,
}: {
  machine: Machine | null;
  /** Those it has, by name. */
  drives: readonly Choice[];
  onClose: () => void;
  onSaved: (machine: Machine) => void;
}) {
  const [fields, setFields] = useState<MachineFields>(machine ?? BLANK);
  const [version, setVersion] = useState(machine?.version ?? 0);
  const [refusal, setRefusal] = useState<{ problem: string; field: string } | null>(null);
  const [theirs, setTheirs] = useState<Machine | null>(null);
  const [busy, setBusy] = useState(false);
  const [meterProblem, setMeterProblem] = useState<string | null>(null);
  const [chosen, setChosen] = useState(drives);
  const known = useChoices((find) => chooseCustomer({ find }));
  const found = useChoices((find) => chooseDrive({ find }));
  const put = (change: Partial<MachineFields>) => {
    setFields((f) => ({ ...f, ...change }));
    if (refusal?.field && refusal.field in change) setRefusal(null);
  };
  const save = async () => {
    if (meterProblem) return setRefusal({ problem: meterProblem, field: '' });
    setBusy(true);
    const { name, maker, model, serial, meter, meterUnit, notes, customer, driveIds } = fields;
    const result = await saveMachine({
      fields: { name, maker, model, serial, meter, meterUnit, notes, customer, driveIds: [...driveIds] },
      ...(machine ? { existing: { id: machine.id, version } } : {}),
    }).catch(() => ({
      ok: false as const,
      reason: 'failed' as const,
      problem: machine
        ? 'The server does not answer. What you typed is still here; save it again in a moment.'
        : 'The server does not answer. The machine may be there all the same: look under Machines before you try again. What you typed is still here.',
    }));
    setBusy(false);
    if (result.ok) return onSaved(result.value);
    if (result.reason === 'stale') {
      setTheirs(result.current);
      setVersion(result.current.version);
    }
    setRefusal({ problem: result.problem, field: 'field' in result ? (result.field ?? '').replace('fields.', '') : '' });
  };
  const text = (key: 'name' | 'maker' | 'model' | 'serial' | 'notes', label: string, rest: object = {}) => {
    const other = theirs && theirs[key] !== fields[key] ? `Theirs: ${theirs[key] || 'empty'}` : undefined;
    return (
      <TextField
        label={label}
        value={fields[key]}
        onChange={(e) => put({ [key]: e.target.value })}
        error={refusal?.field === key}
        helperText={refusal?.field === key ? refusal.problem : other}
        {...rest}
      />
    );
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>{machine ? `Change ${machine.name}` : 'Add a machine'}</DialogTitle>
      <DialogContent>
        <Box
          component="form"
          id="machine"
          noValidate
          onSubmit={(e) => {
            e.preventDefault();
            void save();
          }}
          sx={{ display: 'grid', gap: 2, gridTemplateColumns: { sm: '1fr 1fr' }, pt: 1 }}
        >
          {refusal && !refusal.field && (
            <Alert
              severity="warning"
              variant="outlined"
              sx={{ gridColumn: '1 / -1' }}
              action={
                theirs ? (
                  <Button
                    color="inherit"
                    onClick={() => {
                      setFields(theirs);
                      setTheirs(null);
                      setRefusal(null);
                    }}
                  >
                    Take theirs
                  </Button>
                ) : undefined
              }
            >
              {refusal.problem}
              {theirs ? ' Save again to keep yours.' : ''}
            </Alert>
          )}
          {text('name', 'Name', { sx: { gridColumn: '1 / -1' }, autoFocus: true })}
          {text('maker', 'Maker')}
          {text('model', 'Model')}
          {text('serial', 'Serial number')}
          <MeterField
            meter={fields.meter}
            unit={fields.meterUnit}
            onMeter={(meter, meterUnit) => put({ meter, meterUnit })}
            onProblem={setMeterProblem}
          />
          <Autocomplete
            freeSolo
            options={known.choices.map((c) => c.label)}
            filterOptions={(all) => all}
            inputValue={fields.customer}
            onInputChange={(_, customer) => {
              put({ customer });
              // A name may be typed anew; what is known is only offered.
              known.ask(customer);
            }}
            renderInput={(params) => <TextField {...params} label="Customer" />}
            sx={{ gridColumn: '1 / -1' }}
          />
          <Autocomplete
            multiple
            options={found.choices}
            value={[...chosen]}
            filterOptions={(all) => all}
            loading={found.busy}
            loadingText="Looking …"
            noOptionsText={found.problem ?? 'No drive here is called that.'}
            getOptionLabel={(d) => d.label}
            getOptionKey={(d) => d.id}
            isOptionEqualToValue={(a, b) => a.id === b.id}
            onOpen={() => found.ask('')}
            onInputChange={(_, text, why) => why === 'input' && found.ask(text)}
            onChange={(_, next) => {
              setChosen(next);
              put({ driveIds: next.map((d) => d.id) });
            }}
            renderInput={(params) => <TextField {...params} label="Its drives" />}
            sx={{ gridColumn: '1 / -1' }}
          />
          {text('notes', 'Notes', { multiline: true, minRows: 2, sx: { gridColumn: '1 / -1' } })}
        </Box>
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button onClick={onClose}>Leave it</Button>
        <Button type="submit" form="machine" variant="contained" disabled={busy}>
          {machine ? 'Save the machine' : 'Add this machine'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
