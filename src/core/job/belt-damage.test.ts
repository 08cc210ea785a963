import { describe, expect, it } from 'vitest';
import { beltDamageOn, type RecordLine, type TypedBody } from '.';
import { BOOKED_BELT, FINDING } from './test-job';

const line = (entry: TypedBody, withdrawn = false): RecordLine => ({ ...entry, withdrawn, at: '2026-11-26T09:00:00Z', by: 'Bram Odell' });
const plain = { title: 'Yearly check', complaint: '' };
const found = (result: 'good' | 'bad', withdrawn = false) =>
  line({ type: 'finding', body: { ...FINDING, check: 'belt-surface', part: null, result } }, withdrawn);

describe('whether a job is about a damaged belt', () => {
  it('is found in its title, in the words of the customer or in a valid finding', () => {
    expect(beltDamageOn(plain, [])).toBeNull();
    for (const words of ['Belt broke on the hill', 'Snapped belt', 'The drive belt is torn', 'shredded its belt'])
      expect([beltDamageOn({ ...plain, title: words }, []), beltDamageOn({ ...plain, complaint: words }, [])]).toEqual([
        'damaged',
        'damaged',
      ]);
    expect(beltDamageOn({ ...plain, title: 'Throws the belt' }, [])).toBeNull();
    expect(beltDamageOn(plain, [found('bad')])).toBe('damaged');
    expect(beltDamageOn(plain, [found('bad', true)])).toBeNull();
    expect(beltDamageOn(plain, [found('bad'), found('good')])).toBeNull();
  });
  it('ends once another belt is used on it', () => {
    const booked = line({ type: 'belt-booked', body: { ...BOOKED_BELT, verdict: 'fits' } });
    expect(beltDamageOn({ ...plain, title: 'Belt broke' }, [found('bad'), booked])).toBe('replaced');
  });
});
