import { describe, expect, it } from 'vitest';
import { readBeltsCsv } from './belts-csv';
import { readCsv, writeCsv } from './csv';
import { readDriveFile, writeDriveFile } from './drive-file';
import { DEMO_DRIVES, demoDrive } from '../core/drive/sample-drives';

describe('CSV', () => {
  it.each([
    ['comma', 'a,b\n1,2\n'],
    ['semicolon', 'a;b\n1;2\n'],
    ['tab', 'a\tb\n1\t2\n'],
    ['CRLF and a byte-order mark', '﻿a,b\r\n1,2\r\n'],
  ])('%s', (_, text) => {
    expect(readCsv(text)).toMatchObject({ ok: true, columns: ['a', 'b'], rows: [{ line: 2, cells: { a: '1', b: '2' } }] });
  });
  it('counts lines through blank rows and quoted line breaks', () => {
    const read = readCsv('id,note\n\nx,"two\nlines"\ny,z\n');
    expect(read.ok && read.rows.map((r) => r.line)).toEqual([3, 5]);
  });
  it.each([
    ['nothing', ''],
    ['an open quote', 'a,b\n"1,2\n'],
    ['bytes', 'a\0b'],
  ])('%s is refused', (_, text) => expect(readCsv(text).ok).toBe(false));
  it('reads back what it wrote, and keeps a formula from running', () => {
    const text = writeCsv(
      ['id', 'note'],
      [
        ['a', 'x, "y"'],
        ['b', '=1+1'],
      ],
    );
    const read = readCsv(text);
    expect(read.ok && read.rows.map((r) => r.cells['note'])).toEqual(['x, "y"', "'=1+1"]);
  });
});

describe('lists of belts', () => {
  it('reads numbers, lengths, sections and tolerances', () => {
    const read = readBeltsCsv(
      'id,designation,section,length,reference,unit,tolerance\na,A46,,,,,\nb,,4l,48 1/2,inside,in,±2\nc,,,1200,,,\n',
    );
    expect(read).toEqual({
      ok: true,
      belts: [
        { id: 'a', designation: 'A46' },
        { id: 'b', section: '4L', lengthMm: 1231.9, reference: 'inside', toleranceMm: 2 },
        { id: 'c', lengthMm: 1200, reference: 'outside' },
      ],
    });
  });
  it.each([
    ['an empty id', 'id,designation\n,A46\n'],
    ['twice one id', 'id,designation\na,A46\na,A47\n'],
    ['no length', 'id,length\na,\n'],
    ['a bad reference', 'id,length,reference\na,1200,middle\n'],
    ['a bad section', 'id,section,length\na,Q,1200\n'],
    ['a bad tolerance', 'id,designation,tolerance\na,A46,-2\n'],
  ])('%s is refused with its line', (_, text) => {
    const read = readBeltsCsv(text);
    expect(read.ok ? '' : read.problem).toMatch(/^line [23]: /);
  });
});

describe('drive files', () => {
  it.each(DEMO_DRIVES)('%s: written and read again is the same', (name) => {
    const drive = demoDrive(name);
    expect(readDriveFile(writeDriveFile(drive))).toEqual({ ok: true, drive });
  });
  it('refuses what is far too large', () => expect(readDriveFile('x'.repeat(3_000_000)).ok).toBe(false));
});
