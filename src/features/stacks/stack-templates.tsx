import Box from '@mui/material/Box';
import { STACK_TEMPLATES, type Stack } from '@/core/stack';
import { Section } from './section';

/** Usual stacks to start from. */
export const StackTemplates = ({ onChoose }: { readonly onChoose: (stack: Stack) => void }) => (
  <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(230px, 1fr))', gap: 1.5 }}>
    {STACK_TEMPLATES.map((t) => (
      <Box
        key={t.key}
        component="button"
        type="button"
        onClick={() => onChoose(t.stack)}
        sx={{
          font: 'inherit',
          color: 'inherit',
          textAlign: 'left',
          p: 1.5,
          cursor: 'pointer',
          border: '1px solid var(--ts-edge)',
          borderRadius: '4px',
          bgcolor: 'var(--ts-card)',
          '&:hover': { borderColor: 'var(--ts-work)' },
          '&:focus-visible': { outline: '3px solid var(--ts-work)' },
        }}
      >
        <Section stack={t.stack} faults={[]} selected={null} />
        <Box sx={{ fontWeight: 650, mt: 1 }}>{t.title}</Box>
      </Box>
    ))}
  </Box>
);
