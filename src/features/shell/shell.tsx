'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useColorScheme } from '@mui/material/styles';
import { usePathname } from 'next/navigation';
import { useCallback, useEffect, useMemo, useState, type ReactNode } from 'react';
import { DeviceOwner } from '@/client/device';
import { Icon } from '@/ui/icons';
import { useCachedPages } from '@/client/cached-page';
import { QUERY_KEYS } from '@/contract/keys';
import { CachedPageNote } from '@/ui/cached-page-note';
import { useLive } from '@/client/live';
import { useInBrowser } from '@/ui/in-browser';
import { usePartsWhenIdle } from '@/ui/lazy';
import { CurrencyProvider } from '@/ui/money';
import { NoticeProvider, useNotice } from '@/ui/notice';
import { OutboxProvider } from '@/client/outbox';
import { ReadsProvider, useRefetch } from '@/client/reads';
import { UnitsProvider } from '@/ui/units';
import { ZoneProvider } from '@/ui/when';
import { useCommand } from '../commands/use-command';
import type { QueryResult } from '@/contract/queries';
import { useAnswerOf } from '../queries/use-query';
import { AccountMenu } from './account-menu';
import { AlsoHere, placeOf } from './also-here';
import { useGo, useLinks } from './go';
import { Palette, type PaletteAction } from './palette';
import { PLACES } from './places';
import { Rail } from './rail';
import { ShellContext, type ShellPerson } from './shell-context';
import { Shortcuts } from './shortcuts';
import { QueuedCommands } from './queued-commands';
import { withServerNow } from './messages';
import type { Preferences } from '@/contract/records';

/**
 * Rail, head and palette of every page, and the providers of every screen: units, clock of the shop, notices, reads and
 * commands.
 */
export function Shell({ first, children }: { first: QueryResult<'shell.read'>; children: ReactNode }) {
  const { id } = first.person;
  return (
    <DeviceOwner value={String(id)}>
      <NoticeProvider>
        <ReadsProvider owner={id}>
          <Sending owner={id}>
            <OfShop first={first}>{children}</OfShop>
          </Sending>
        </ReadsProvider>
      </NoticeProvider>
    </DeviceOwner>
  );
}

/** The shop and the person as they are now. */
function OfShop({ first, children }: { first: QueryResult<'shell.read'>; children: ReactNode }) {
  const { person, shop } = useAnswerOf('shell.read', {}, first).value;
  return (
    <ZoneProvider value={shop.timeZone}>
      <CurrencyProvider value={shop.currency}>
        <Frame person={person} shop={shop.name}>
          {children}
        </Frame>
      </CurrencyProvider>
    </ZoneProvider>
  );
}

/** Outbox, with the messages and the refetch after a late answer. */
function Sending({ owner, children }: { owner: number; children: ReactNode }) {
  const tell = useNotice();
  const readAgain = useRefetch();
  const arrived = useCallback(
    (words: string) => {
      tell({ tone: 'done', text: withServerNow(words) });
      readAgain(QUERY_KEYS);
    },
    [tell, readAgain],
  );
  return (
    <OutboxProvider owner={owner} onArrived={arrived}>
      {children}
    </OutboxProvider>
  );
}

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** G and a letter opens a place, Ctrl K searches, ? lists the keys. */
function useShellKeys(go: (href: string) => void, find: () => void, help: () => void): void {
  useEffect(() => {
    let going = false;
    const press = (event: globalThis.KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        find();
        return;
      }
      if (typing(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === '?') help();
      const place = going ? PLACES.find((p) => p.key === event.key.toLowerCase()) : undefined;
      going = event.key.toLowerCase() === 'g';
      if (place) go(place.href);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [go, find, help]);
}

const MODES = { day: 'light', bay: 'dark', system: 'system' } as const;

/** Commands that can be run from every page. */
const commandsOf = (role: ShellPerson['role'], go: (href: string) => void): PaletteAction[] => [
  ...PLACES.map((p) => ({ label: `Go to ${p.name}`, detail: '', run: () => go(p.href) })),
  { label: 'Open the glossary', detail: '', run: () => go('/glossary') },
  ...(role === 'viewer'
    ? []
    : [
        { label: 'Open a job', detail: '', run: () => go('/jobs/new') },
        { label: 'Measure a drive', detail: '', run: () => go('/drives/measure') },
        { label: 'Draw a new drive', detail: '', run: () => go('/drives/new') },
      ]),
];

function Frame({ person, shop, children }: { person: ShellPerson; shop: string; children: ReactNode }) {
  const runCommand = useCommand();
  const go = useGo();
  useLinks(go);
  const path = usePathname();
  useCachedPages(path);
  usePartsWhenIdle(path);
  useLive(placeOf(path));
  const { setMode } = useColorScheme();
  const [preferences, setPreferences] = useState(person.preferences);
  const [finding, setFinding] = useState(false);
  const [helping, setHelping] = useState(false);
  useShellKeys(
    go,
    useCallback(() => setFinding(true), []),
    useCallback(() => setHelping(true), []),
  );
  useEffect(() => setMode(MODES[preferences.theme]), [preferences.theme, setMode]);

  const prefer = useCallback(
    (change: Partial<Preferences>) => {
      const next = { ...preferences, ...change };
      setPreferences(next);
      void runCommand('preferences', next, { words: 'Units and screen settings', quiet: true });
    },
    [runCommand, preferences],
  );
  const commands = useMemo(() => commandsOf(person.role, go), [go, person.role]);
  const shell = useMemo(() => ({ ...person, preferences, prefer }), [person, preferences, prefer]);
  const bay = preferences.theme === 'bay';
  const drawn = useInBrowser();

  return (
    <ShellContext.Provider value={shell}>
      <UnitsProvider setting={preferences}>
        <a className="ts-skip" href="#main">
          Skip to content
        </a>
        <Box
          sx={{
            display: 'flex',
            minHeight: '100dvh',
            flexDirection: { xs: 'column-reverse', sm: 'row' },
            '@media print': { display: 'block' },
          }}
        >
          {drawn ? <Rail bay={bay} onTheme={() => prefer({ theme: bay ? 'day' : 'bay' })} /> : <div className="ts-opening-rail" />}
          <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}>
            {drawn ? (
              <ShopHead shop={shop} units={preferences} onFind={() => setFinding(true)} onHelp={() => setHelping(true)} prefer={prefer} />
            ) : (
              <div className="ts-opening-head">{shop}</div>
            )}
            <Box
              component="main"
              id="main"
              tabIndex={-1}
              sx={{ flex: 1, minWidth: 0, outline: 'none', display: 'flex', flexDirection: 'column' }}
            >
              <CachedPageNote />
              {children}
              {!drawn && <p className="ts-opening-slow">Opening…</p>}
              <noscript>Taut Sheave needs JavaScript. Turn it on in the browser’s settings.</noscript>
            </Box>
          </Box>
        </Box>
        {drawn && (
          <>
            <Palette open={finding} onClose={() => setFinding(false)} commands={commands} />
            <Shortcuts open={helping} onClose={() => setHelping(false)} />
          </>
        )}
      </UnitsProvider>
    </ShellContext.Provider>
  );
}

/** Head of every page: the shop, queued changes, units, search and account. */
function ShopHead({
  shop,
  units: { system },
  onFind,
  onHelp,
  prefer,
}: {
  shop: string;
  units: Pick<Preferences, 'system'>;
  onFind: () => void;
  onHelp: () => void;
  prefer: (change: Partial<Preferences>) => void;
}) {
  const metric = system === 'metric';
  const label = metric ? 'mm · N' : 'in · lb';
  return (
    <Box
      component="header"
      className="ts-screen-only ts-shop-head"
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
      <AlsoHere />
      <QueuedCommands />
      <Button
        variant="outlined"
        onClick={() => prefer({ system: metric ? 'inch' : 'metric' })}
        aria-label={`Units: ${label}. Change`}
        sx={{ minWidth: 0, whiteSpace: 'nowrap' }}
      >
        {label}
      </Button>
      <Button variant="outlined" onClick={onFind} startIcon={<Icon name="find" size={18} />} sx={{ whiteSpace: 'nowrap', minWidth: 0 }}>
        Find
        <Box
          component="span"
          className="ts-mono"
          sx={{ ml: 1, color: 'var(--ts-quiet)', fontSize: 12, display: { xs: 'none', md: 'inline' } }}
        >
          Ctrl K
        </Box>
      </Button>
      <AccountMenu onShortcuts={onHelp} />
    </Box>
  );
}
