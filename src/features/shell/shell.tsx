'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import IconButton from '@mui/material/IconButton';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useColorScheme } from '@mui/material/styles';
import Link from 'next/link';
import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useMemo, useState, type ReactNode } from 'react';
import type { Preferences, Role } from '@/db';
import { DeviceOwner, forgetKeptBy, keptBy } from '@/ui/device';
import { Icon, type IconName } from '@/ui/icons';
import { NoticeProvider } from '@/ui/notice';
import { UnitsProvider } from '@/ui/units';
import { changePreferences, signOut } from '../account/actions';
import { Mark } from '../account/sign-in-screen';
import { Palette, type PaletteAct } from './palette';
import { ShellContext } from './shell-context';

const PLACES: readonly { href: string; name: string; icon: IconName; key: string }[] = [
  { href: '/', name: 'Bench', icon: 'bench', key: 'b' },
  { href: '/machines', name: 'Machines', icon: 'machines', key: 'm' },
  { href: '/drives', name: 'Drives', icon: 'drives', key: 'd' },
  { href: '/shelf', name: 'Shelf', icon: 'shelf', key: 's' },
  { href: '/shop', name: 'Shop', icon: 'shop', key: 'o' },
];

const SHORTCUTS: readonly [string, string][] = [
  ['Ctrl or Cmd K', 'Find a machine, job, drive or belt, or do something'],
  ['G then B, M, D, S, O', 'Go to Bench, Machines, Drives, Shelf, Shop'],
  ['B', 'In Match: book the belt on the Plate'],
  ['?', 'This list'],
  ['Arrow keys', 'On the Plate: nudge the chosen pulley 1 mm, with Shift 10 mm. In a number field: step its last digit'],
  ['Ctrl or Cmd Z, with Shift', 'In the drive editor: undo, redo'],
  ['Ctrl or Cmd S', 'In the drive editor: save'],
  ['Esc', 'Close what is open'],
];

export interface ShellPerson {
  readonly id: number;
  readonly name: string;
  readonly role: Role;
  readonly preferences: Preferences;
}

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** Rail, head and palette around every place. On a phone the rail is a bar along the bottom. */
export function Shell({ person, shop, children }: { person: ShellPerson; shop: string; children: ReactNode }) {
  const path = usePathname();
  const router = useRouter();
  const { setMode } = useColorScheme();
  const [preferences, setPreferences] = useState(person.preferences);
  const [finding, setFinding] = useState(false);
  const [helping, setHelping] = useState(false);
  const [menu, setMenu] = useState<HTMLElement | null>(null);
  const [online, setOnline] = useState(true);
  const [leaving, setLeaving] = useState<{ unsaved: number; problem: string | null } | null>(null);

  useEffect(
    () => setMode({ day: 'light', bay: 'dark', system: 'system' }[preferences.theme] as 'light' | 'dark' | 'system'),
    [preferences.theme, setMode],
  );
  useEffect(() => {
    const tell = () => setOnline(navigator.onLine);
    tell();
    window.addEventListener('online', tell);
    window.addEventListener('offline', tell);
    return () => {
      window.removeEventListener('online', tell);
      window.removeEventListener('offline', tell);
    };
  }, []);
  useEffect(() => {
    let going = false;
    const press = (event: globalThis.KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        setFinding(true);
        return;
      }
      if (typing(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === '?') setHelping(true);
      const place = going ? PLACES.find((p) => p.key === event.key.toLowerCase()) : undefined;
      going = event.key.toLowerCase() === 'g';
      if (place) router.push(place.href);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [router]);

  const owner = String(person.id);
  const leave = async () => {
    const left = await signOut().then(
      () => true,
      () => false,
    );
    if (!left)
      return setLeaving({
        unsaved: 0,
        problem: 'The server does not answer, so you may still be signed in. What is not saved is kept here.',
      });
    forgetKeptBy(owner);
    router.replace('/sign-in');
    router.refresh();
  };
  const prefer = (change: Partial<Preferences>) => {
    const next = { ...preferences, ...change };
    setPreferences(next);
    void changePreferences(next).catch(() => undefined);
  };
  const toggleUnits = () => prefer({ system: preferences.system === 'metric' ? 'inch' : 'metric' });
  const acts: PaletteAct[] = useMemo(
    () => [
      ...PLACES.map((p) => ({ label: `Go to ${p.name}`, detail: '', run: () => router.push(p.href) })),
      ...(person.role === 'viewer'
        ? []
        : [
            { label: 'Open a job', detail: '', run: () => router.push('/jobs/new') },
            { label: 'Measure a drive', detail: '', run: () => router.push('/drives/measure') },
            { label: 'Draw a new drive', detail: '', run: () => router.push('/drives/new') },
          ]),
    ],
    [router, person.role],
  );
  const here = (href: string) => (href === '/' ? path === '/' || path.startsWith('/jobs') : path.startsWith(href));
  const units = preferences.system === 'metric' ? 'mm · N' : `in · lb`;

  return (
    <ShellContext.Provider value={{ role: person.role, name: person.name }}>
      <DeviceOwner value={owner}>
        <UnitsProvider setting={preferences}>
          <NoticeProvider>
            <a className="ts-skip" href="#main">
              Skip to the work
            </a>
            <Box
              sx={{
                display: 'flex',
                minHeight: '100dvh',
                flexDirection: { xs: 'column-reverse', sm: 'row' },
                '@media print': { display: 'block' },
              }}
            >
              <Box
                component="nav"
                aria-label="Places"
                className="ts-screen-only"
                sx={{
                  bgcolor: 'var(--ts-rail)',
                  color: 'var(--ts-rail-ink)',
                  width: { xs: '100%', sm: 72 },
                  flex: 'none',
                  display: 'flex',
                  flexDirection: { xs: 'row', sm: 'column' },
                  justifyContent: { xs: 'space-around', sm: 'flex-start' },
                  position: 'sticky',
                  bottom: { xs: 0 },
                  top: { sm: 0 },
                  height: { sm: '100dvh' },
                  zIndex: 20,
                }}
              >
                <Box sx={{ display: { xs: 'none', sm: 'flex' }, justifyContent: 'center', py: 2, color: '#8fd0c8' }}>
                  <Mark size={30} />
                </Box>
                {PLACES.map((p) => (
                  <Box
                    key={p.href}
                    component={Link}
                    href={p.href}
                    aria-current={here(p.href) ? 'page' : undefined}
                    className="ts-narrow"
                    sx={{
                      display: 'flex',
                      flexDirection: 'column',
                      alignItems: 'center',
                      justifyContent: 'center',
                      gap: 0.25,
                      minHeight: { xs: 56, sm: 62 },
                      minWidth: 60,
                      color: here(p.href) ? '#ffffff' : 'inherit',
                      textDecoration: 'none',
                      fontSize: 13,
                      boxShadow: here(p.href) ? { xs: 'inset 0 3px 0 #8fd0c8', sm: 'inset 3px 0 0 #8fd0c8' } : 'none',
                      bgcolor: here(p.href) ? 'rgba(143,208,200,.14)' : 'transparent',
                      '&:focus-visible': { outlineColor: '#8fd0c8', outlineOffset: '-4px' },
                    }}
                  >
                    <Icon name={p.icon} size={24} />
                    {p.name}
                  </Box>
                ))}
                <Box sx={{ mt: 'auto', display: { xs: 'none', sm: 'block' }, textAlign: 'center', pb: 1 }}>
                  <IconButton
                    aria-label={preferences.theme === 'bay' ? 'Use the day theme' : 'Use the bay theme'}
                    onClick={() => prefer({ theme: preferences.theme === 'bay' ? 'day' : 'bay' })}
                    sx={{ color: 'inherit' }}
                  >
                    <Icon name="theme" />
                  </IconButton>
                </Box>
              </Box>
              <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}>
                <Box
                  component="header"
                  className="ts-screen-only"
                  sx={{
                    display: 'flex',
                    alignItems: 'center',
                    gap: 1,
                    minHeight: 56,
                    px: { xs: 1.5, sm: 2.5 },
                    borderBottom: '1px solid var(--ts-edge)',
                    bgcolor: 'var(--ts-card)',
                  }}
                >
                  <Box sx={{ fontWeight: 650, whiteSpace: 'nowrap', overflow: 'hidden', textOverflow: 'ellipsis', mr: 'auto' }}>{shop}</Box>
                  {!online && (
                    <Box role="status" sx={{ color: 'var(--ts-copper)', fontWeight: 650, fontSize: 13 }}>
                      No network: what you type stays here until it is back
                    </Box>
                  )}
                  <Button
                    variant="outlined"
                    onClick={toggleUnits}
                    aria-label={`Units: ${units}. Change`}
                    sx={{ minWidth: 0, whiteSpace: 'nowrap' }}
                  >
                    {units}
                  </Button>
                  <Button
                    variant="outlined"
                    onClick={() => setFinding(true)}
                    startIcon={<Icon name="find" size={18} />}
                    sx={{ whiteSpace: 'nowrap', minWidth: 0 }}
                  >
                    Find
                    <Box
                      component="span"
                      className="ts-mono"
                      sx={{ ml: 1, color: 'var(--ts-quiet)', fontSize: 12, display: { xs: 'none', md: 'inline' } }}
                    >
                      Ctrl K
                    </Box>
                  </Button>
                  <IconButton aria-label={`Account of ${person.name}`} onClick={(e) => setMenu(e.currentTarget)}>
                    <Box
                      component="span"
                      sx={{
                        width: 32,
                        height: 32,
                        borderRadius: '50%',
                        bgcolor: 'var(--ts-work)',
                        color: 'var(--ts-work-ink)',
                        display: 'grid',
                        placeItems: 'center',
                        fontSize: 13,
                        fontWeight: 700,
                      }}
                    >
                      {person.name
                        .split(' ')
                        .map((n) => n[0])
                        .slice(0, 2)
                        .join('')}
                    </Box>
                  </IconButton>
                  <Menu anchorEl={menu} open={menu !== null} onClose={() => setMenu(null)}>
                    <MenuItem disabled>
                      {person.name}, {person.role}
                    </MenuItem>
                    <MenuItem
                      onClick={() => {
                        setMenu(null);
                        router.push('/shop');
                      }}
                    >
                      Units, theme and password
                    </MenuItem>
                    <MenuItem
                      onClick={() => {
                        setMenu(null);
                        prefer({ theme: preferences.theme === 'bay' ? 'day' : 'bay' });
                      }}
                    >
                      {preferences.theme === 'bay' ? 'Day theme' : 'Bay theme'}
                    </MenuItem>
                    <MenuItem
                      onClick={() => {
                        setMenu(null);
                        setHelping(true);
                      }}
                    >
                      Shortcuts
                    </MenuItem>
                    <MenuItem
                      onClick={() => {
                        setMenu(null);
                        const unsaved = keptBy(owner);
                        if (unsaved > 0) setLeaving({ unsaved, problem: null });
                        else void leave();
                      }}
                    >
                      Sign out
                    </MenuItem>
                  </Menu>
                </Box>
                <Box
                  component="main"
                  id="main"
                  tabIndex={-1}
                  sx={{ flex: 1, minWidth: 0, outline: 'none', display: 'flex', flexDirection: 'column' }}
                >
                  {children}
                </Box>
              </Box>
            </Box>
            <Palette open={finding} onClose={() => setFinding(false)} acts={acts} />
            <Dialog open={leaving !== null} onClose={() => setLeaving(null)} fullWidth maxWidth="xs">
              <DialogTitle>{leaving?.problem ? 'Still signed in' : 'Sign out all the same?'}</DialogTitle>
              <DialogContent>
                {leaving?.problem ??
                  `${leaving?.unsaved === 1 ? 'One note or drawing' : `${leaving?.unsaved} notes or drawings`} of yours on this device ${leaving?.unsaved === 1 ? 'is' : 'are'} not saved yet, and ${leaving?.unsaved === 1 ? 'goes' : 'go'} when you sign out.`}
              </DialogContent>
              <DialogActions sx={{ p: 2 }}>
                <Button onClick={() => setLeaving(null)}>Stay</Button>
                <Button variant="contained" color={leaving?.problem ? 'primary' : 'error'} onClick={() => void leave()}>
                  {leaving?.problem ? 'Try again' : 'Sign out'}
                </Button>
              </DialogActions>
            </Dialog>
            <Dialog open={helping} onClose={() => setHelping(false)} fullWidth maxWidth="sm">
              <DialogTitle>Shortcuts</DialogTitle>
              <DialogContent>
                <Box component="dl" sx={{ display: 'grid', gridTemplateColumns: 'auto 1fr', columnGap: 3, rowGap: 1.5, m: 0 }}>
                  {SHORTCUTS.map(([keys, what]) => (
                    <Box key={keys} sx={{ display: 'contents' }}>
                      <Box component="dt" className="ts-mono" sx={{ fontSize: 13 }}>
                        {keys}
                      </Box>
                      <Box component="dd" sx={{ m: 0 }}>
                        {what}
                      </Box>
                    </Box>
                  ))}
                </Box>
              </DialogContent>
            </Dialog>
          </NoticeProvider>
        </UnitsProvider>
      </DeviceOwner>
    </ShellContext.Provider>
  );
}
