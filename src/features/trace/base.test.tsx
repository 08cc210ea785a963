import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { show } from '@/ui/test-shell';
import { BaseScreen } from './base-screen';

describe('the base, to be read', () => {
  it('tells of a cause how it is mended, what shows it, how often and why', async () => {
    show(<BaseScreen confirmed={[]} />);
    expect(screen.getByText(/Nothing was confirmed on this shop’s own jobs of this kind yet/)).toBeTruthy();
    await userEvent.type(screen.getByLabelText('Find a cause'), 'brake does not land');
    await userEvent.click(screen.getByRole('button', { name: /^Brake does not land/ }));
    expect(screen.getByText(/^Mended by: /)).toBeTruthy();
    expect(screen.getByText(/always, since nothing else stops what turns on/)).toBeTruthy();
    expect(screen.getByText(/shows it always, since it looks at the very thing/)).toBeTruthy();
  });
  it('a confirmed cause rises, beside what it ships with; another kind of drive is not moved', async () => {
    show(<BaseScreen confirmed={[{ kind: 'deck-lever', cause: 'guard-missing', times: 30 }]} />);
    const first = () => screen.getAllByRole('button', { expanded: false })[0]!.textContent;
    expect(first()).toMatch(/^Guard or belt stop missing30 here\d/);
    await userEvent.click(screen.getAllByRole('button', { expanded: false })[0]!);
    expect(screen.getByText(/As it ships 2\.0 %/)).toBeTruthy();
    await userEvent.click(screen.getByRole('radio', { name: 'Variable drive (CVT)' }));
    expect(first()).not.toMatch(/ here/);
  });
  it('a search for nothing says so', async () => {
    show(<BaseScreen confirmed={[]} />);
    await userEvent.type(screen.getByLabelText('Find a cause'), 'gremlins');
    expect(screen.getByText('No cause here is called “gremlins”.')).toBeTruthy();
  });
});
