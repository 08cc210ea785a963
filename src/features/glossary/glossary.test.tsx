import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { show } from '@/ui/test-shell';
import { GlossaryScreen } from './glossary-screen';
import { Term } from './term';
import { TermText } from './term-text';
import { TERMS, type GlossaryTerm } from './terms';

const all = Object.values<GlossaryTerm>(TERMS);

describe('a term on a screen', () => {
  it('shows its meaning, its drawing and the way to the glossary on hover', async () => {
    show(<Term of="wrap">wrap</Term>);
    expect(screen.queryByRole('tooltip')).toBeNull();
    await userEvent.hover(screen.getByText('wrap'));
    const meaning = within(await screen.findByRole('tooltip'));
    expect(meaning.getByText('Wrap angle')).toBeTruthy();
    expect(meaning.getByRole('img', { name: /touches/ })).toBeTruthy();
    expect(meaning.getByRole('link', { name: 'Open glossary' }).getAttribute('href')).toBe('/glossary#wrap');
  });
  it('explains the first mention of each term in running text', async () => {
    const { container } = show(
      <p>
        <TermText>The idler must press on the slack side. On the tight side it slips below the slip limit: find the slack span.</TermText>
      </p>,
    );
    expect(container.textContent).toBe(
      'The idler must press on the slack side. On the tight side it slips below the slip limit: find the slack span.',
    );
    expect([...container.querySelectorAll('[tabindex]')].map((e) => e.textContent)).toEqual(['slack side', 'tight side', 'slip limit']);
    await userEvent.hover(screen.getByText('slack side'));
    expect(within(await screen.findByRole('tooltip')).getByText('Slack side')).toBeTruthy();
  });
});

describe('the glossary', () => {
  it('lists every term once, each under the anchor that its links use', () => {
    const { container } = show(<GlossaryScreen />);
    for (const id of Object.keys(TERMS)) expect(container.querySelectorAll(`[id="${id}"] dt`)).toHaveLength(1);
    expect(new Set(all.map((t) => t.term)).size).toBe(all.length);
  });
  it('explains each term in sentences of at most 20 words', () => {
    for (const { term, meaning } of all)
      for (const sentence of meaning.split(/(?<=\.) /))
        expect([term, sentence.split(' ').length <= 20, sentence.endsWith('.')]).toEqual([term, true, true]);
  });
});
