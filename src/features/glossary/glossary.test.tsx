import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { show } from '@/ui/test-shell';
import { GlossaryScreen } from './glossary-screen';
import { Term } from './term';
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
});

describe('the glossary', () => {
  it('lists every term once, each under the anchor that its links use', () => {
    const { container } = show(<GlossaryScreen />);
    for (const id of Object.keys(TERMS)) expect(container.querySelectorAll(`[id="${id}"] dt`)).toHaveLength(1);
    expect(new Set(all.map((t) => t.term)).size).toBe(all.length);
  });
  it('explains each term in sentences of at most 25 words', () => {
    for (const { term, meaning } of all)
      for (const sentence of meaning.split(/(?<=\.) /))
        expect([term, sentence.split(' ').length <= 25, sentence.endsWith('.')]).toEqual([term, true, true]);
  });
});
