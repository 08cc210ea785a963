'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import type { Belt, Drive } from '@/core/drive';
import { Icon } from '@/ui/icons';

/** The pulleys a belt passes, in order round the loop, and which side touches each. */
export function RouteEditor({ drive, belt, onRoute, disabled }: { drive: Drive; belt: Belt; onRoute: (route: Belt['route']) => void; disabled: boolean }) {
  const label = (id: string) => drive.pulleys.find((p) => p.id === id)?.label ?? id;
  const move = (from: number, by: number) => {
    const route = [...belt.route];
    const [stop] = route.splice(from, 1);
    route.splice((from + by + belt.route.length) % belt.route.length, 0, stop!);
    onRoute(route);
  };
  const rest = drive.pulleys.filter((p) => !belt.route.some((s) => s.pulley === p.id));
  return (
    <Box sx={{ mt: 2 }}>
      <Typography variant="h3" sx={{ mb: 0.5 }}>Route, in order round the loop</Typography>
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {belt.route.map((stop, i) => (
          <Box component="li" key={`${stop.pulley}${i}`} sx={{ display: 'flex', alignItems: 'center', gap: 0.5, borderTop: '1px solid var(--ts-edge)' }}>
            <Box sx={{ flex: 1, minWidth: 0, overflow: 'hidden', textOverflow: 'ellipsis' }}>{label(stop.pulley)}</Box>
            <Button size="small" disabled={disabled} aria-label={`${label(stop.pulley)}: ${stop.contact === 'v' ? 'V side touches; change to back' : 'back touches; change to V side'}`} onClick={() => onRoute(belt.route.map((s, j) => (j === i ? { ...s, contact: s.contact === 'v' ? 'back' : 'v' } : s)))} sx={{ px: 1, minWidth: 64 }}>{stop.contact === 'v' ? 'V side' : 'Back'}</Button>
            <IconButton size="small" disabled={disabled} aria-label={`${label(stop.pulley)} earlier`} onClick={() => move(i, -1)} sx={{ minWidth: 34 }}><svg width={16} height={16} aria-hidden><path d="M3 11l5-6 5 6" fill="none" stroke="currentColor" strokeWidth={2} /></svg></IconButton>
            <IconButton size="small" disabled={disabled} aria-label={`${label(stop.pulley)} later`} onClick={() => move(i, 1)} sx={{ minWidth: 34 }}><svg width={16} height={16} aria-hidden><path d="M3 5l5 6 5-6" fill="none" stroke="currentColor" strokeWidth={2} /></svg></IconButton>
            <IconButton size="small" disabled={disabled} aria-label={`Take ${label(stop.pulley)} off the route`} onClick={() => onRoute(belt.route.filter((_, j) => j !== i))} sx={{ minWidth: 34 }}><Icon name="close" size={16} /></IconButton>
          </Box>
        ))}
      </Box>
      {rest.length > 0 && (
        <TextField select label="Add to the route" value="" disabled={disabled} sx={{ mt: 1 }} onChange={(e) => { const p = drive.pulleys.find((one) => one.id === e.target.value)!; onRoute([...belt.route, { pulley: p.id, contact: p.role === 'idler' && p.face === 'flat' ? 'back' : 'v' }]); }}>
          {rest.map((p) => <MenuItem key={p.id} value={p.id}>{p.label ?? p.id}</MenuItem>)}
        </TextField>
      )}
    </Box>
  );
}
