import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { serverThat, show } from '@/ui/test-shell';
import { AccessScreen } from './access-screen';
import { browserWords, commandWords } from './messages';

describe('words of the log', () => {
  it('name a command, also one of another version', () => {
    expect(commandWords('job.open')).toBe('Opened a job');
    expect(commandWords('job.sing')).toBe('A change of an older version');
  });
  it.each([
    ['Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/156.0.0.0 Safari/537.36', 'Chrome on Linux'],
    ['Mozilla/5.0 (Linux; Android 16) AppleWebKit/537.36 Chrome/156.0.0.0 Mobile Safari/537.36', 'Chrome on Android'],
    ['Mozilla/5.0 (iPhone; CPU iPhone OS 19_0 like Mac OS X) AppleWebKit/605.1.15 Version/19.0 Safari/604.1', 'Safari on iOS'],
    ['Mozilla/5.0 (Windows NT 10.0; rv:140.0) Gecko/20100101 Firefox/140.0', 'Firefox on Windows'],
    ['', 'Unknown browser'],
    ['curl/8', 'curl/8'],
  ])('name the browser of %s', (agent, words) => {
    expect(browserWords(agent)).toBe(words);
  });
});

describe('access', () => {
  const session = { browser: '', startedAt: '2026-12-01T08:00:00Z', expiresAt: '2026-12-15T08:00:00Z' };
  it('ends the session of another person, and offers no end for one’s own', async () => {
    const { sent } = serverThat({ ok: true, value: null });
    const sessions = [
      { ...session, id: 'a', person: 'Ines Tarrow', own: true },
      { ...session, id: 'b', person: 'Bram Oake', own: false },
    ];
    const line = {
      id: 'c',
      person: 'Bram Oake',
      kind: 'shelf.count',
      doneAt: '2026-12-01T08:00:00Z',
      appliedAt: '2026-12-01T09:00:00Z',
      applied: false,
    };
    show(<AccessScreen first={{ sessions, calendars: [] }} log={{ rows: [line], total: 1, size: 50 }} asked={{ find: '', page: 1 }} />);
    expect(screen.queryByRole('button', { name: 'End session of Ines Tarrow' })).toBeNull();
    expect(screen.getByText(/Counted belts/).textContent).toContain('(refused)');
    expect(screen.getByText(/received 1 Dec 2026, 09:00/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'End session of Bram Oake' }));
    await waitFor(() => expect(sent.some((s) => s.kind === 'session.end' && (s.input as { id: string }).id === 'b')).toBe(true));
  });
});
