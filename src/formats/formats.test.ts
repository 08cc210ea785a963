import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readBeltsCsv } from './belts-csv';
import { readCsv, writeCsv } from './csv';
import { readDriveFile, writeDriveFile } from './drive-file';
import { readShelfCsv, readShelfFields, writeShelfCsv } from './shelf-csv';
import { decodeText } from './text';
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
        ['c', '-2+3 cmd'],
        ['d', "'-as written"],
        ['e', -4],
        ['f', '\uFF1D1+1'],
        ['g', '|calc'],
      ],
    );
    // A spreadsheet runs cells with one of these first characters. A number stays a number.
    expect(
      text
        .split('\n')
        .slice(2, 8)
        .map((line) => line.slice(2)),
    ).toEqual(["'=1+1", "'-2+3 cmd", "''-as written", '-4', "'\uFF1D1+1", "'|calc"]);
    const read = readCsv(text);
    expect(read.ok && read.rows.map((r) => r.cells['note'])).toEqual([
      'x, "y"',
      '=1+1',
      '-2+3 cmd',
      "'-as written",
      '-4',
      '\uFF1D1+1',
      '|calc',
    ]);
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

describe('the encoding of a file is recognised or refused', () => {
  const line = 'designation,note\n4L480,Läger für Möwe ½ é\n';
  const utf16 = (big: boolean, mark: boolean) => {
    const units = [...(mark ? [0xfeff] : []), ...[...line].map((c) => c.charCodeAt(0))];
    return Uint8Array.from(units.flatMap((u) => (big ? [u >> 8, u & 255] : [u & 255, u >> 8])));
  };
  it.each<[string, Uint8Array, string]>([
    ['UTF-8', new TextEncoder().encode(line), 'utf-8'],
    ['UTF-8 with a mark', Uint8Array.from([0xef, 0xbb, 0xbf, ...new TextEncoder().encode(line)]), 'utf-8'],
    ['UTF-16 little end first, with a mark', utf16(false, true), 'utf-16le'],
    ['UTF-16 big end first, with a mark', utf16(true, true), 'utf-16be'],
    ['UTF-16 little end first, without', utf16(false, false), 'utf-16le'],
    ['UTF-16 big end first, without', utf16(true, false), 'utf-16be'],
    ['Windows-1252', Uint8Array.from([...line].map((c) => c.charCodeAt(0))), 'windows-1252'],
  ])('%s', (_, bytes, encoding) => {
    const read = decodeText(bytes);
    expect(read).toEqual({ ok: true, encoding, text: line });
  });
  it.each<[string, Uint8Array]>([
    ['a picture', Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 13, 0x49, 0x48, 0, 1])],
    ['bytes that no encoding of ours has', Uint8Array.from([0x41, 0x81, 0x8d, 0x42])],
    ['half a letter of UTF-16', Uint8Array.from([0xff, 0xfe, 0x41, 0x00, 0x42])],
  ])('%s is refused with a sentence, never filled with question marks', (_, bytes) => {
    const read = decodeText(bytes);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.problem).toMatch(/\.$/);
  });
});

describe('the shelf as CSV', () => {
  it('survives export and import without change, for any content', () => {
    const texts = fc.string({ maxLength: 30 }).map((t) => t.trim());
    const rows = fc.array(
      fc.record({
        number: fc.constantFrom('4L480', 'A-46', '3/B75', '6PK1750', null),
        length: fc.constantFrom('47 7/8 in', '1201 mm', '1 305 mm', '51-3/8"'),
        reference: fc.constantFrom('inside', 'outside', 'pitch'),
        quantity: fc.integer({ min: 0, max: 9999 }),
        price: fc.option(fc.integer({ min: 0, max: 99999 })),
        bin: texts,
        note: texts,
      }),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(rows, (list) => {
        const made = list.map((r) =>
          readShelfFields(
            {
              designation: r.number ?? '',
              section: 'A',
              length: r.length,
              reference: r.reference,
              quantity: String(r.quantity),
              price: r.price === null ? '' : (r.price / 100).toFixed(2),
              bin: r.bin,
              note: r.note,
            },
            'mm',
          ),
        );
        const fields = made.map((m) => {
          if (!m.ok) throw new Error(m.problem);
          return m.fields;
        });
        const back = readShelfCsv(writeShelfCsv(fields), 'in');
        if (!back.ok) throw new Error(back.problem);
        expect(back.rows.map((r) => r.ok && r.fields)).toEqual(fields);
      }),
      { numRuns: 300, seed: 4 },
    );
  });
  it('two thousand rows are read well within two seconds of a slow machine', () => {
    const text = `designation,quantity,bin\n${Array.from({ length: 2000 }, (_, i) => `4L${300 + (i % 600)},${i % 7},B${i}`).join('\n')}\n`;
    const read = readShelfCsv(text, 'in');
    expect(read.ok && read.rows.filter((r) => r.ok)).toHaveLength(2000);
  });
  it('reads a fraction without a unit as inches, and refuses it in a mm file', () => {
    const belts = (unit: string, length: string) => readBeltsCsv(`id,section,length,unit\nx,4L,${length},${unit}\n`);
    expect(belts('', '51 3/8')).toMatchObject({ ok: true, belts: [{ lengthMm: expect.closeTo(1304.925, 6) }] });
    expect(belts('mm', '51 3/8')).toMatchObject({ ok: false, problem: expect.stringContaining('line 2') });
    for (const inch of ['in', 'inch', 'inches', String.fromCharCode(34).repeat(4)])
      expect(belts(inch, '51 3/8')).toMatchObject({ ok: true, belts: [{ lengthMm: expect.closeTo(1304.925, 6) }] });
  });
});
