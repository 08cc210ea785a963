import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { seededRandom } from '../core/drive';
import { QUIET_SCENE, tapSound, type TapScene } from '../lab/tap-synthesis';
import { writeWav } from '../formats/wav';

const root = join(__dirname, '../..');
const taut = (...args: string[]) => spawnSync(join(root, 'bin/taut'), args, { encoding: 'utf8' });
const rider = join(root, 'demo/drives/orchard-rider.drive.json');
const folder = mkdtempSync(join(tmpdir(), 'taut-'));
const write = (name: string, text: string) => {
  writeFileSync(join(folder, name), text);
  return join(folder, name);
};

beforeAll(() => {
  execFileSync(process.execPath, [join(root, 'scripts/build-command.mjs')]);
});

describe('solve', () => {
  it('answers one file as an object with the promised keys', () => {
    const { status, stdout, stderr } = taut('solve', rider);
    expect([status, stderr]).toEqual([0, '']);
    expect(stdout.endsWith('}\n')).toBe(true);
    const answer = JSON.parse(stdout);
    expect(Object.keys(answer)).toEqual(['drive', 'states', 'speeds', 'beltSpeeds']);
    expect(Object.keys(answer.states[0])).toEqual(['name', 'tensioners', 'springs', 'brakes', 'belts', 'shaftLoads']);
    expect(Object.keys(answer.states[0].belts[0])).toEqual([
      'id',
      'geometricLength',
      'pitchLength',
      'slack',
      'tension',
      'outsideLength',
      'insideLength',
      'wraps',
      'spans',
    ]);
  });
  it('answers several files as an array in order, and one state if named', () => {
    const second = join(root, 'demo/drives/peat-road-tractor.drive.json');
    const answers = JSON.parse(taut('solve', second, rider, '--state', 'engaged').stdout);
    expect(answers.map((a: { drive: string; states: unknown[] }) => [a.drive.split(',')[0], a.states.length])).toEqual([
      ['Peat Road tractor', 1],
      ['Orchard rider', 1],
    ]);
  });
});

describe('match', () => {
  it('answers best first', () => {
    const belts = write(
      'belts.csv',
      'id,designation,section,length,reference,unit,tolerance\r\na,4L475,,,,,\r\nb,4L480,,,,,2\r\n\r\nc,,4L,"48 1/2",outside,in,\r\nd,B45,,,,,\r\n',
    );
    const answer = JSON.parse(taut('match', rider, belts).stdout);
    expect(answer.map((b: { id: string; verdict: string }) => [b.id, b.verdict])).toEqual([
      ['b', 'marginal'],
      ['a', 'too-short'],
      ['c', 'too-long'],
      ['d', 'wrong-section'],
    ]);
    expect(Object.keys(answer[0])).toEqual(['id', 'verdict', 'reasons', 'chance', 'engaged', 'disengaged', 'others']);
    expect(Object.keys(answer[0].engaged)).toEqual(['position', 'atStop', 'tension', 'running', 'brakeOn']);
    expect(answer[0].engaged.running).toBeCloseTo(132.96, 1);
  });
});

describe('drives and lists of every kind', () => {
  const drive = JSON.parse(readFileSync(rider, 'utf8')) as { belts: object[]; pulleys: { role: string }[]; tensioners: object[] };
  const altered = (name: string, part: object) => write(`${name}.drive.json`, JSON.stringify({ ...drive, ...part }));
  const verdicts = (file: string, list: string) =>
    Object.fromEntries(
      (JSON.parse(taut('match', file, list).stdout) as { id: string; verdict: string; reasons: string[] }[]).map((b) => [b.id, b]),
    );
  it('does not need release for a belt that is always tight, but the belt must fit', () => {
    const list = write('tight.csv', 'id,designation,length,unit\nshort,4L400,,\nown,,1216,mm\nlong,,51 3/8,\nblank,,1 305 mm,\n');
    const tight = verdicts(altered('tight', { belts: [{ ...drive.belts[0], alwaysTight: true }] }), list);
    expect(tight['short']).toMatchObject({
      verdict: 'too-short',
      reasons: expect.arrayContaining(['cannot-be-mounted', 'brake-stays-on']),
    });
    expect(tight['own']!.verdict).toBe('marginal');
    // A fraction is inches, a blank parts thousands: both are belts of some 1,305 mm.
    expect([tight['long']!.verdict, tight['blank']!.verdict]).toEqual(['too-long', 'too-long']);
    expect(tight['long']!.reasons).not.toContain('still-stretched');
  });
  it('makes the path longer by the climb of its spans for a groove 25 mm higher', () => {
    const path = (file: string) =>
      (JSON.parse(taut('solve', file, '--state', 'disengaged').stdout) as { states: { belts: { geometricLength: number }[] }[] }).states[0]!
        .belts[0]!.geometricLength;
    const raised = altered('raised', { pulleys: drive.pulleys.map((p) => (p.role === 'driver' ? { ...p, z: 25 } : p)) });
    const flat = JSON.parse(taut('solve', rider, '--state', 'disengaged').stdout) as {
      states: { belts: { spans: { length: number }[] }[] }[];
    };
    const climbs = flat.states[0]!.belts[0]!.spans.map(({ length }) => Math.hypot(length, 25) - length);
    expect(path(raised) - path(rider)).toBeCloseTo(
      climbs.reduce((a, b) => a + b, 0),
      2,
    );
  });
  it('a list saved by a spreadsheet as UTF-16 is read, and one lever that carries nothing is a drive', () => {
    const list = join(folder, 'sixteen.csv');
    writeFileSync(list, Buffer.from('\ufeffid,designation\na,4L480\n', 'utf16le'));
    const lever = { id: 'latch', label: 'Latch', kind: 'pivot', pivot: { x: 500, y: 500 }, carries: [], min: -20, max: 20 };
    const file = altered('latch', { tensioners: [...drive.tensioners, lever] });
    expect(verdicts(file, list)['a']).toMatchObject({ verdict: verdicts(rider, list)['a']!.verdict });
    const solved = JSON.parse(taut('solve', file).stdout) as { states: { tensioners: { id: string }[] }[] };
    expect(solved.states[0]!.tensioners.map((t) => t.id)).toContain('latch');
  });
  it('refuses two centres of one shaft, with their distance', () => {
    const { status, stderr } = taut('solve', altered('shaft', { pulleys: drive.pulleys.map((p) => ({ ...p, shaft: 'one' })) }));
    expect(status).toBe(2);
    expect(stderr).toMatch(/pulleys\[1\]\.shaft: .*differ by 424\.26 mm/);
  });
});

describe('tension', () => {
  it('answers the band, its signs, springs, settings and readings with the promised keys', () => {
    const readings = write(
      'readings.csv',
      'method,at,value,deflection\ntap,spindle>crank,54,\ndeflection,crank>spindle,12,6.6\nspring-length,engage,203,\n',
    );
    const { status, stdout, stderr } = taut('tension', rider, readings);
    expect([status, stderr]).toEqual([0, '']);
    const answer = JSON.parse(stdout);
    const keys = [
      'belt',
      'state',
      'tension',
      'running',
      'band',
      'spans',
      'springs',
      'readings',
      'combined',
      'settings',
      'recommended',
      'release',
    ];
    expect(Object.keys(answer).sort()).toEqual([...keys].sort());
    expect(Object.keys(answer.band)).toEqual(['floor', 'floorAt', 'ceiling', 'ceilingAt', 'target', 'empty']);
    expect(Object.keys(answer.spans[0])).toEqual(['from', 'to', 'length', 'tapHz', 'deflection', 'force']);
    expect(answer.readings.map((r: { row: number; method: string }) => [r.row, r.method])).toEqual([
      [1, 'tap'],
      [2, 'deflection'],
      [3, 'spring-length'],
    ]);
    expect(Object.keys(answer.combined)).toEqual(['tension', 'sd']);
    expect(Object.keys(answer.settings[0])).toEqual(['adjuster', 'position', 'engaged', 'disengaged']);
    expect(Object.keys(answer.settings[0].engaged)).toEqual(['tension', 'slack', 'brakeOn', 'lengths']);
    expect(answer.recommended.map(Object.keys)).toEqual([['adjuster', 'position', 'tension', 'share']]);
    expect(answer.release).toBeNull();
  });
  it('takes a belt, a state and a stop time', () => {
    const mower = join(root, 'demo/drives/tower-green-mower.drive.json');
    const release = (stop: string) => JSON.parse(taut('tension', mower, '--stop', stop).stdout).release;
    const slow = release('3');
    expect(Object.keys(slow)).toEqual(['seconds', 'pull', 'least', 'span', 'goesSlack', 'slackUnderSeconds']);
    expect(slow).toMatchObject({ seconds: 3, goesSlack: false });
    // Half the time is twice the push; at the time that it names the run is just not slack.
    expect(release('1.5').pull).toBeCloseTo(2 * slow.pull, 6);
    expect(release(`${slow.slackUnderSeconds}`).least).toBeCloseTo(0, 6);
    expect(release(`${0.9 * slow.slackUnderSeconds}`).goesSlack).toBe(true);
    expect(JSON.parse(taut('tension', rider, '--state', 'disengaged').stdout)).toMatchObject({ state: 'disengaged', tension: 0 });
  });
  it.each<[string, string, RegExp]>([
    ['a method that is none', 'method,at,value\nguess,a>b,3\n', /readings\.csv: line 2: method must be/],
    ['a span that the belt has not', 'method,at,value\ntap,engage>crank,30\n', /line 2: the belt has no span/],
    ['a spring that is not there', 'method,at,value\n\nspring-length,nope,30\n', /line 3: there is no spring “nope”/],
    ['a value of nothing', 'method,at,value\ntap,spindle>crank,0\n', /line 2: value must be a number above 0/],
    ['a push without its deflection', 'method,at,value\ndeflection,spindle>crank,9\n', /line 2: deflection must be/],
    ['a length no spring reaches', 'method,at,value\nspring-length,engage,900\n', /line 2: its tensioner does not bring/],
    ['no header of ours', 'what,where\n1,2\n', /line 1: there is no column “method”/],
  ])('refuses %s with file and line', (_, text, said) => {
    const { status, stdout, stderr } = taut('tension', rider, write('readings.csv', text));
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr).toMatch(said);
    expect(stderr.trim().split('\n')).toHaveLength(1);
  });
  it.each<[string, string[], RegExp]>([
    ['a stop time of nothing', ['tension', rider, '--stop', '0'], /--stop must be a number of seconds above 0/],
    ['an option of another command', ['solve', rider, '--stop', '2'], /--stop belongs to tension/],
    ['a belt that is not there', ['tension', rider, '--belt', 'nope'], /there is no belt “nope”/],
    ['no drive', ['tension'], /enter one drive file/],
  ])('refuses %s', (_, args, said) => {
    const { status, stderr } = taut(...args);
    expect(status).toBe(2);
    expect(stderr).toMatch(said);
  });
});

describe('job', () => {
  const job = (events: readonly unknown[]) =>
    JSON.stringify({
      format: 'taut-sheave/job',
      version: 1,
      kind: 'deck-lever',
      drive: JSON.parse(readFileSync(rider, 'utf8')),
      complaints: ['slow-weak'],
      events,
    });
  const SLOW = { time: 'engage', seconds: 2.4 };
  const MOVED = { change: 'adjusted', adjuster: 'cable', to: 4 };
  it('answers one file as an object with the promised keys, several as an array', () => {
    const one = write('one.job.json', job([SLOW, MOVED, { time: 'engage', seconds: 0.6 }, { seen: 'brake-on' }, { undo: 0 }]));
    const answer = JSON.parse(taut('job', one).stdout);
    expect(Object.keys(answer)).toEqual([
      'condition',
      'events',
      'drive',
      'tension',
      'times',
      'brake',
      'findings',
      'off',
      'due',
      'handBack',
    ]);
    expect(answer.events).toEqual([1, 2, 3].map((index) => ({ index, condition: 1, label: 'final', current: true })));
    expect(answer).toMatchObject({
      condition: 1,
      drive: { adjusters: { cable: 4 } },
      tension: { used: [], combined: null },
      times: { engage: 0.6, stop: null },
      brake: 'on',
      due: [],
      handBack: { allowed: false, open: ['stop-time-missing'] },
    });
    const two = write('two.job.json', job([SLOW, MOVED]));
    expect(JSON.parse(taut('job', one, two).stdout).map((a: { due: string[] }) => a.due)).toEqual([[], ['engage-time']]);
  });
  it('refuses bad files with the place, and answers nothing', () => {
    for (const [events, place] of [
      [[{ check: 'none', result: 'good' }], 'events[0].check: “none” is not a check'],
      [[SLOW, { undo: 4 }], 'events[1].undo: there is no earlier event'],
      [[{ time: 'stop', seconds: 0 }], 'events[0].seconds: seconds must be above 0 s'],
    ] as const) {
      const bad = write('bad.job.json', job(events));
      const { status, stdout, stderr } = taut('job', bad);
      expect([status, stdout]).toEqual([2, '']);
      expect(stderr).toContain(`${bad}: ${place}`);
    }
    expect(taut('job').stderr).toContain('name at least one job file');
  });
});

describe('survey', () => {
  it('answers a sheet with the promised keys, several as an array', () => {
    const drive = JSON.parse(readFileSync(rider, 'utf8'));
    const sheet = write(
      's.survey.json',
      JSON.stringify({
        format: 'taut-sheave/survey',
        version: 1,
        drive,
        measures: [{ id: 'a', kind: 'centres', between: ['crank', 'spindle'], value: 424 }],
        sides: [],
      }),
    );
    const answer = JSON.parse(taut('survey', sheet).stdout);
    expect(Object.keys(answer)).toEqual(['status', 'pulleys', 'measures', 'suspects', 'belts', 'undetermined', 'next']);
    expect(answer.undetermined).toEqual(['arm-idler']);
    expect(JSON.parse(taut('survey', sheet, sheet).stdout)).toHaveLength(2);
    expect(taut('survey', rider)).toMatchObject({ status: 2, stdout: '', stderr: expect.stringContaining('format must be') });
  });
  const pulleys = [
    { id: 'a', role: 'driver', face: 'v', outsideDiameter: 100 },
    { id: 'b', role: 'driven', face: 'v', outsideDiameter: 140 },
  ];
  const sheet = (part: Record<string, unknown>) =>
    write(
      'p.survey.json',
      JSON.stringify({
        format: 'taut-sheave/survey',
        version: 1,
        drive: { format: 'taut-sheave/drive', version: 1, name: 'x', kind: 'other', pulleys, belts: [] },
        measures: [],
        sides: [],
        ...part,
      }),
    );
  const photo = {
    id: 'p',
    scale: {
      kind: 'two-points',
      ends: [
        [0, 0],
        [600, 0],
      ],
      distance: 300,
    },
    marks: [
      { of: 'a', at: [100, 500], radius: 100 },
      { of: 'b', at: [900, 500], radius: 140 },
      { of: 'pin', at: [500, 100] },
    ],
  };
  it('takes points and photos, and answers for them', () => {
    const answer = JSON.parse(taut('survey', sheet({ points: [{ id: 'pin' }], photos: [photo] })).stdout);
    expect(Object.keys(answer)).toEqual(['status', 'pulleys', 'points', 'measures', 'photos', 'suspects', 'belts', 'undetermined', 'next']);
    expect(answer.pulleys.map((p: { x: number }) => p.x)).toEqual([expect.closeTo(0, 6), expect.closeTo(400, 3)]);
    expect(answer.points[0]).toMatchObject({ id: 'pin', x: expect.closeTo(200, 3), y: expect.closeTo(200, 3) });
    expect(answer.photos[0]).toMatchObject({ id: 'p', bent: false, scale: expect.closeTo(1, 6) });
    expect(Object.keys(answer.measures)).toEqual([]);
  });
  it.each<[string, Record<string, unknown>, RegExp]>([
    [
      'a distance of 5 m',
      { measures: [{ id: 'm', kind: 'centres', between: ['a', 'b'], value: 5000 }] },
      /measures\[0\]\.value.*check the unit/,
    ],
    [
      'a negative distance',
      { measures: [{ id: 'm', kind: 'centres', between: ['a', 'b'], value: -4 }] },
      /measures\[0\]\.value.*more than 0/,
    ],
    [
      'a rectangle with three corners',
      {
        photos: [
          {
            ...photo,
            scale: {
              kind: 'rectangle',
              corners: [
                [0, 0],
                [1, 0],
                [1, 1],
              ],
              width: 10,
              height: 10,
            },
          },
        ],
      },
      /photos\[0\]\.scale/,
    ],
    ['a mark on what is not there', { photos: [photo] }, /photos\[0\]\.marks\[2\]\.of: .*“pin”/],
    ['text where a pixel belongs', { photos: [{ ...photo, marks: [{ of: 'a', at: ['left', 3] }] }] }, /photos\[0\]\.marks\[0\]/],
    ['a point named like a pulley', { points: [{ id: 'a' }] }, /points\[0\]\.id: .*used twice/],
    ['a place in line with itself', { measures: [{ id: 'm', kind: 'in-line', of: 'a', between: ['a', 'b'] }] }, /measures\[0\]/],
  ])('%s is refused in one line that names the place', (_, part, line) => {
    const { status, stdout, stderr } = taut('survey', sheet(part));
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr).toMatch(line);
    expect(stderr.trim().split('\n')).toHaveLength(1);
  });
});

describe('decode', () => {
  it('answers one text as an object and several as an array', () => {
    expect(JSON.parse(taut('decode', '4L480').stdout)).toMatchObject({ section: '4L', outsideLength: expect.closeTo(1219.2, 9) });
    expect(JSON.parse(taut('decode', 'A46', '51-3/8"').stdout)).toHaveLength(2);
  });
  it('refuses what could be read two ways, one line each', () => {
    for (const text of ['513/8"', '51 11/8', '48 17/16', "51'", '4L48', 'A46 1'])
      expect(taut('decode', text)).toMatchObject({ status: 2, stdout: '' });
  });
});

describe('bad input', () => {
  it.each<[string, () => string[], RegExp]>([
    ['no such file', () => ['solve', '/nowhere.drive.json'], /^\/nowhere\.drive\.json: there is no such file$/],
    ['a folder', () => ['solve', folder], /folder/],
    ['not JSON', () => ['solve', write('a.drive.json', '{\n"format": taut\n}')], /a\.drive\.json: line 2: .*JSON/],
    ['an empty file', () => ['solve', write('e.drive.json', '')], /e\.drive\.json: line 1/],
    ['a list', () => ['solve', write('l.drive.json', '[]')], /JSON object/],
    [
      'several faults on one line',
      () => [
        'solve',
        write('b.drive.json', '{"format":"taut-sheave/drive","version":1,"name":"x","kind":"pto","pulleys":[{"id":"a"}],"belts":7}'),
      ],
      /pulleys\[0\]\.role.*belts: belts must be a list/,
    ],
    ['one bad file among good ones', () => ['solve', rider, '/nowhere'], /nowhere/],
    ['an unknown state', () => ['solve', rider, '--state', 'parked'], /no state “parked”/],
    ['an unknown option', () => ['solve', rider, '--fast'], /--fast/],
    ['an unknown command', () => ['guess'], /not a command/],
    ['an option of another command', () => ['decode', 'A46', '--belt', 'x'], /belongs to match/],
    ['nothing to solve', () => ['solve'], /at least one/],
    ['an unknown belt', () => ['match', rider, write('ok.csv', 'id,designation\na,4L480\n'), '--belt', 'nobody'], /no belt “nobody”/],
    ['a list without ids', () => ['match', rider, write('n.csv', 'designation\n4L480\n')], /n\.csv: line 1: there is no column “id”/],
    ['a bad row', () => ['match', rider, write('r.csv', 'id,designation\na,4L480\nb,9Q\n')], /r\.csv: line 3: .*9Q/],
    ['a bad unit', () => ['match', rider, write('u.csv', 'id,length,unit\na,48,furlong\n')], /line 2: unit must be mm or in/],
    ['nonsense to decode', () => ['decode', 'zebra'], /zebra/],
  ])('%s: exit 2, one line, nothing on standard output', (_, args, line) => {
    const { status, stdout, stderr } = taut(...args());
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr.trimEnd()).toMatch(line);
    expect(stderr.trimEnd().split('\n')).toHaveLength(1);
  });

  it('help explains, for the whole and for each command', () => {
    for (const args of [['--help'], ['solve', '--help'], ['match', '--help'], ['survey', '--help'], ['decode', '--help']]) {
      const { status, stdout } = taut(...args);
      expect(status).toBe(0);
      expect(stdout).toMatch(/^taut/);
    }
  });
});

describe('tap', () => {
  const recording = (name: string, scene: Partial<TapScene>) => {
    const whole = { ...QUIET_SCENE, ...scene };
    const file = join(folder, name);
    writeFileSync(file, writeWav({ sampleRate: whole.sampleRate, channels: [tapSound(whole, seededRandom(8))] }));
    return file;
  };
  const asked = ['--span', '420', '--mass', '0.09'];
  it('answers one recording as an object and several as an array, in order, with the tension of Mersenne', () => {
    const tapped = recording('tapped.wav', { hz: 64 });
    const one = JSON.parse(taut('tap', tapped, ...asked).stdout);
    expect(Object.keys(one)).toEqual(['file', 'frequency', 'uncertainty', 'taps', 'tension', 'quality', 'reason']);
    expect(one).toMatchObject({ file: tapped, quality: 'good' });
    expect(one.frequency).toBeCloseTo(64, 0);
    expect(one.tension).toBeCloseTo(4 * 0.09 * 0.42 ** 2 * one.frequency ** 2, 9);
    expect(Object.keys(one.taps[0])).toEqual(['at', 'frequency', 'clarity']);
    const nothing = recording('nothing.wav', { strikes: [] });
    const both = JSON.parse(taut('tap', nothing, tapped, ...asked, '--expect', '40-90').stdout);
    expect(both[0]).toMatchObject({ file: nothing, frequency: null, uncertainty: null, taps: [], tension: null, quality: 'none' });
    expect(both[1].frequency).toBeCloseTo(64, 0);
  });
  it.each<[string, (file: string) => string[], RegExp]>([
    ['no span', (f) => [f, '--mass', '0.1'], /enter --span, the length of the span in mm/],
    ['a mass of nothing', (f) => [f, '--span', '400', '--mass', '0'], /--mass must be the mass of the belt in kg\/m, a number above 0/],
    [
      'an expectation the wrong way round',
      (f) => [f, ...asked, '--expect', '80-40'],
      /--expect must be two frequencies in Hz, the lower first/,
    ],
    ['no recording', () => asked, /name at least one recording/],
    ['what is no recording', () => [rider, ...asked], /orchard-rider\.drive\.json: this is not a WAV file/],
    ['one that is not there among many', (f) => [f, 'gone.wav', ...asked], /gone\.wav: there is no such file/],
    ['an option of another command', (f) => [f, ...asked, '--stop', '2'], /--stop belongs to tension/],
  ])('refuses %s in one line', (_, args, said) => {
    const { status, stdout, stderr } = taut('tap', ...args(recording('any.wav', { hz: 50 })));
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr).toMatch(said);
    expect(stderr.trim().split('\n')).toHaveLength(1);
  });
});

describe('shift', () => {
  const pulley = (id: string, role: string, x: number, hubRadius: number, rimRadius: number) => ({
    id,
    role,
    x,
    y: 0,
    outsideDiameter: 2 * rimRadius,
    face: 'v',
    variable: { angle: 28, hubRadius, rimRadius, openGap: role === 'driver' ? 34 : 31, travel: 31 },
  });
  const cart = (more: object = {}) =>
    JSON.stringify({
      format: 'taut-sheave/drive',
      version: 1,
      name: 'Cart',
      kind: 'cvt',
      pulleys: [pulley('front', 'driver', 0, 22, 88), pulley('rear', 'driven', 270, 34, 110)],
      belts: [
        {
          id: 'belt',
          section: 'measured',
          measured: { top: 30, depth: 13 },
          length: { value: 1010, reference: 'pitch' },
          route: [
            { pulley: 'front', contact: 'v' },
            { pulley: 'rear', contact: 'v' },
          ],
        },
      ],
      ...more,
    });
  it('answers the belt’s own width, or each that is named, with the promised keys', () => {
    const file = write('cart.drive.json', cart());
    const one = JSON.parse(taut('shift', file).stdout);
    expect(Object.keys(one)).toEqual(['centre', 'beltPitchLength', 'widths']);
    expect([one.centre, one.beltPitchLength, one.widths.length, one.widths[0].width]).toEqual([270, 1010, 1, 30]);
    expect(Object.keys(one.widths[0].open)).toEqual(['primary', 'secondary', 'slack', 'deflection']);
    expect(Object.keys(one.widths[0].start)).toEqual(['primary', 'secondary', 'ratio', 'closing']);
    expect(Object.keys(one.widths[0].top)).toEqual(['primary', 'secondary', 'ratio', 'limit']);
    const many = JSON.parse(taut('shift', file, file, '--width', '30', '--width', '28.5').stdout);
    expect(many.map((a: typeof one) => a.widths.map((w: { width: number }) => w.width))).toEqual([
      [30, 28.5],
      [30, 28.5],
    ]);
    expect(many[0].widths[0]).toEqual(one.widths[0]);
  });
  it.each<[string, () => string[], RegExp]>([
    ['a drive that does not shift', () => [rider], /orchard-rider\.drive\.json: kind: only a drive of kind/],
    [
      'a belt that fits nowhere',
      () => [write('wide.drive.json', cart()), '--width', '90'],
      /wide\.drive\.json: width 90: the belt is too wide/,
    ],
    [
      'a width that is none',
      () => [write('w.drive.json', cart()), '--width', 'much'],
      /--width must be a number of mm above 0, not “much”/,
    ],
    ['no file', () => [], /name at least one drive file/],
  ])('%s is refused in one line', (_, args, said) => {
    const { status, stdout, stderr } = taut('shift', ...args());
    expect([status, stdout, stderr.trim().split('\n').length]).toEqual([2, '', 1]);
    expect(stderr).toMatch(said);
  });
});

describe('wear', () => {
  const log = (rows: string) => `date,meter,method,widths\n${rows}\n`;
  const good = log('2026-05-01,1200,single,29.6\n\n2025-05-01,0,rib-top,30.42;30.45;30.4\n2026-01-01,800,rib-top,29.95;29.9;29.3;29.93');
  it('answers one log as an object and several as an array, rows by meter, with the promised keys', () => {
    const file = write('a.csv', good);
    const one = JSON.parse(taut('wear', file, '--minimum', '29', '--new', '30.5').stdout);
    expect(Object.keys(one)).toEqual(['readings', 'current', 'rate', 'remaining', 'verdict', 'reasons']);
    expect(one.readings.map((r: { meter: number }) => r.meter)).toEqual([0, 800, 1200]);
    expect(Object.keys(one.readings[0])).toEqual(['meter', 'date', 'method', 'width', 'sd']);
    expect(one.remaining.p10).toBeLessThan(one.remaining.p50);
    expect(one.rate).toBeGreaterThan(0);
    const many = JSON.parse(taut('wear', file, file, '--minimum', '29', '--new', '30.5').stdout);
    expect(many).toEqual([one, one]);
  });
  it('counts a meter of the machine from the fitting, with any order of columns and any line ends', () => {
    const plain = JSON.parse(taut('wear', write('a.csv', good), '--minimum', '29').stdout);
    const turned =
      'widths,method,meter,date\r\n29.6,single,4200,2026-05-01\r\n30.42;30.45;30.4,rib-top,3000,2025-05-01\r\n29.95;29.9;29.3;29.93,rib-top,3800,2026-01-01\r\n';
    const fitted = JSON.parse(taut('wear', write('t.csv', turned), '--minimum', '29', '--fitted', '3000').stdout);
    expect(fitted.remaining).toEqual(plain.remaining);
    expect(fitted.readings.map((r: { meter: number }) => r.meter)).toEqual([3000, 3800, 4200]);
  });
  it.each<[string, string, string[], RegExp]>([
    [
      'an unknown method',
      log('2026,5,thumb,30'),
      ['--minimum', '29'],
      /bad\.csv: line 2: method must be rib-top, single, flank-line, not “thumb”/,
    ],
    ['a meter below 0', log('2026,1,single,30\n2026,-3,single,30'), ['--minimum', '29'], /bad\.csv: line 3: meter must not be below 0/],
    ['an empty width', log('2026,5,rib-top,30;;30'), ['--minimum', '29'], /bad\.csv: line 2: a width is empty/],
    ['a width that is none', log('2026,5,rib-top,30;wide'), ['--minimum', '29'], /a width must be a number of mm above 0, not “wide”/],
    [
      'a meter before the fitting',
      log('2026,5,single,30'),
      ['--minimum', '29', '--fitted', '9'],
      /line 2: meter 5 is before the belt was fitted at 9/,
    ],
    ['a log without a row', log(''), ['--minimum', '29'], /the log has no reading/],
    ['a column that is missing', 'date,meter,widths\n2026,5,30\n', ['--minimum', '29'], /line 1: there is no column “method”/],
    ['no minimum', log('2026,5,single,30'), [], /enter the minimum width/],
    [
      'a new width under the minimum',
      log('2026,5,single,30'),
      ['--minimum', '29', '--new', '28'],
      /--new must be a number of mm above the minimum/,
    ],
  ])('%s is refused in one line', (_, text, options, said) => {
    const { status, stdout, stderr } = taut('wear', write('bad.csv', text), ...options);
    expect([status, stdout, stderr.trim().split('\n').length]).toEqual([2, '', 1]);
    expect(stderr).toMatch(said);
  });
});

describe('trace', () => {
  const faultCase = (part: object = {}) => ({
    format: 'taut-sheave/case',
    version: 1,
    kind: 'deck-lever',
    complaint: ['thrown-releasing'],
    history: [
      { check: 'brake-released', result: 'good' },
      { check: 'idler-tip', result: 'bad' },
      { fixed: 'idler-tips' },
      { prove: 'still' },
    ],
    setups: [],
    ...part,
  });
  const file = (name: string, part: object = {}) => write(name, JSON.stringify(faultCase(part)));
  it('answers one case as an object and several as an array, most probable and best first, with the promised keys', () => {
    const one = JSON.parse(taut('trace', file('a.case.json')).stdout);
    expect(Object.keys(one)).toEqual(['status', 'conflicts', 'causes', 'next', 'stop']);
    expect(Object.keys(one.causes[0])).toEqual(['id', 'probability', 'for', 'against']);
    expect(Object.keys(one.next[0])).toEqual(['check', 'bits', 'minutes', 'score']);
    const chances = one.causes.map((c: { probability: number }) => c.probability);
    expect([...chances].sort((a, b) => b - a)).toEqual(chances);
    expect(one.causes.some((c: { id: string }) => c.id === 'idler-tips')).toBe(false);
    expect(JSON.parse(taut('trace', file('a.case.json'), file('b.case.json')).stdout)).toEqual([one, one]);
  });
  it('the vocabulary holds all that the arithmetic needs, each part of it known to the others', () => {
    const words = JSON.parse(taut('trace', '--vocabulary').stdout);
    expect(Object.keys(words)).toEqual(['kinds', 'complaints', 'causes', 'setups', 'checks', 'likelihoods', 'prove']);
    const known = new Set(words.causes.map((c: { id: string }) => c.id));
    for (const kind of words.kinds) expect(words.causes.find((c: { id: string }) => c.id === 'unknown').kinds[kind.id]).toBeGreaterThan(0);
    for (const check of words.checks) {
      const { leak, given } = words.likelihoods.checks[check.id];
      for (const p of [leak, ...(Object.values(given) as number[][])]) {
        expect(p).toHaveLength(check.results.length);
        expect(p.reduce((a: number, x: number) => a + x, 0)).toBeCloseTo(1, 12);
      }
      for (const cause of Object.keys(given)) expect(known.has(cause)).toBe(true);
    }
    for (const { leak, given } of Object.values(words.likelihoods.complaints) as { leak: number; given: Record<string, number> }[])
      for (const p of [leak, ...Object.values(given)]) expect(p > 0 && p < 1).toBe(true);
  });
  it.each<[string, () => string[], RegExp]>([
    [
      'an unknown check',
      () => [file('bad.case.json', { history: [{ check: 'x', result: 'bad' }] })],
      /bad\.case\.json: history\[0\]\.check: “x” is not a check/,
    ],
    [
      'a check of another kind',
      () => [file('bad.case.json', { history: [{ check: 'cvt-width', result: 'bad' }] })],
      /history\[0\]\.check: .*another kind/,
    ],
    [
      'a result that it does not have',
      () => [file('bad.case.json', { history: [{ check: 'idler-tip', result: 'blue' }] })],
      /history\[0\]\.result: .*it has good, watch, bad/,
    ],
    ['no complaint', () => [file('bad.case.json', { complaint: [] })], /complaint: name at least one complaint/],
    ['text that is no JSON', () => [write('bad.case.json', '{')], /bad\.case\.json: /],
    [
      'one bad case among good ones',
      () => [file('a.case.json'), file('bad.case.json', { kind: 'tank' })],
      /bad\.case\.json: kind: “tank” is not a kind/,
    ],
    ['no file', () => [], /enter at least one case/],
    ['a file beside the vocabulary', () => ['--vocabulary', file('a.case.json')], /--vocabulary takes no file/],
  ])('%s is refused in one line', (_, args, said) => {
    const { status, stdout, stderr } = taut('trace', ...args());
    expect([status, stdout, stderr.trim().split('\n').length]).toEqual([2, '', 1]);
    expect(stderr).toMatch(said);
  });
});
