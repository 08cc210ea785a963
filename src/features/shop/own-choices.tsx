'use client';

import Box from '@mui/material/Box';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { Card } from '@/ui/page';
import { useShell } from '../shell/shell-context';

/** One's own units, the finest fraction of an inch, and how light the screen is. */
export function OwnChoices() {
  const { preferences, prefer } = useShell();
  return (
    <Card title="Units and numbers">
      <Box sx={{ display: 'grid', gap: 2 }}>
        <Choice
          label="Units"
          value={preferences.system}
          options={[
            ['inch', 'Inches and pounds'],
            ['metric', 'Millimetres and newtons'],
          ]}
          onChoose={(system) => prefer({ system })}
        />
        <Choice
          label="Fractions of an inch"
          value={preferences.inchDenominator}
          options={[
            [16, 'to 1/16'],
            [32, 'to 1/32'],
          ]}
          onChoose={(inchDenominator) => prefer({ inchDenominator })}
        />
        <Choice
          label="Theme"
          value={preferences.theme}
          options={[
            ['day', 'Day'],
            ['bay', 'Bay'],
            ['system', 'As the device'],
          ]}
          onChoose={(theme) => prefer({ theme })}
        />
      </Box>
    </Card>
  );
}

function Choice<V extends string | number>({
  label,
  value,
  options,
  onChoose,
}: {
  label: string;
  value: V;
  options: readonly (readonly [V, string])[];
  onChoose: (value: V) => void;
}) {
  return (
    <Box>
      <Typography variant="h3" sx={{ mb: 0.5 }}>
        {label}
      </Typography>
      <ToggleButtonGroup exclusive value={value} aria-label={label} onChange={(_, chosen: V | null) => chosen !== null && onChoose(chosen)}>
        {options.map(([option, words]) => (
          <ToggleButton key={option} value={option}>
            {words}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </Box>
  );
}
