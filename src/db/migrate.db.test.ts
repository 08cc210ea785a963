import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { demoDrive } from '../core/drive/sample-drives';
import { drives, faults, jobLists, jobStages, jobs, machines, migrate, people, type Database } from '.';
import { MIGRATIONS } from './migrate';
import { testDatabase } from './test-database';

describe('bringing tables up to date', () => {
  let made: Awaited<ReturnType<typeof testDatabase>> | undefined;
  let db: Database;
  beforeAll(async () => {
    made = await testDatabase('migrate');
    db = made.db;
  });
  afterAll(async () => made?.drop());
  beforeEach(async () => {
    await db.sequelize.query('DROP SCHEMA public CASCADE; CREATE SCHEMA public');
  });
  const names = MIGRATIONS.map((m) => m.name);
  const noted = async () =>
    (await db.sequelize.query<{ name: string }>('SELECT name FROM sequelize_meta ORDER BY name', { type: QueryTypes.SELECT })).map(
      (r) => r.name,
    );

  it('takes every step once, in order, and none the second time', async () => {
    expect(await migrate(db.sequelize)).toEqual(names);
    expect(await migrate(db.sequelize)).toEqual([]);
    expect(await noted()).toEqual(names);
  });
  it('rows written before lists were searched are found afterwards', async () => {
    await migrate(db.sequelize, MIGRATIONS.slice(0, 4));
    const run = (sql: string, bind: readonly unknown[] = []) => db.sequelize.query(sql, { bind: [...bind] });
    await run(`INSERT INTO shops (name) VALUES ('Quay Bay Repairs')`);
    await run(`INSERT INTO customers (shop_id, name) VALUES (1, 'Isla Ferrow')`);
    await run(
      `INSERT INTO machines (shop_id, customer_id, name, maker, meter, meter_unit) VALUES (1, 1, 'Orchard rider', 'Thrushbeck', 412.6, 'h')`,
    );
    await run(
      `INSERT INTO drives (shop_id, name, kind, document, changed_by, changed_at) VALUES (1, 'Rider', 'mower-deck', $1::jsonb, 'Ines', now())`,
      [
        JSON.stringify({
          ...demoDrive('orchard-rider'),
          belts: [{ ...demoDrive('orchard-rider').belts[0]!, length: undefined, designation: '4L480' }],
        }),
      ],
    );
    await run(
      `INSERT INTO jobs (shop_id, number, machine_id, title, status, opened_at) VALUES (1, 212, 1, 'Slips in wet grass', 'open', now())`,
    );
    await run(`INSERT INTO job_stages VALUES (1, 'look', 'done')`);
    expect(await migrate(db.sequelize)).toEqual(names.slice(4));
    expect((await machines.listMachines(db.ofShop(1), { find: 'thrush isla', limit: 9 })).rows).toMatchObject([
      { name: 'Orchard rider', meter: 412.6 },
    ]);
    expect((await jobLists.openJobs(db.ofShop(1), { find: '212 wet ferrow', limit: 9 })).rows).toMatchObject([
      { number: 212, stages: { ask: 'done', look: 'done', match: 'waiting' } },
    ]);
    // A stage that someone called done is done only by its lines.
    await jobStages.storeOpenStages(db);
    expect((await jobLists.openJobs(db.ofShop(1), { find: '212', limit: 9 })).rows).toMatchObject([
      { stages: { ask: 'under-way', look: 'waiting' } },
    ]);
    expect((await drives.listDrives(db.ofShop(1), { find: 'mower 4l480', limit: 9 })).rows).toMatchObject([
      { name: 'Rider', belts: [{ designation: '4L480' }] },
    ]);
  });
  it('causes that earlier jobs confirmed follow from their tickets, as they do for later jobs', async () => {
    await migrate(db.sequelize, MIGRATIONS.slice(0, 14));
    const run = (sql: string, bind: readonly unknown[] = []) => db.sequelize.query(sql, { bind: [...bind] });
    await run(`INSERT INTO shops (name, time_zone) VALUES ('Quay Bay Repairs', 'UTC')`);
    await run(
      `INSERT INTO people (shop_id, email, name, role, password_hash, preferences) VALUES (1, 'ines@quaybay.example', 'Ines', 'owner', 'x', '{}')`,
    );
    await run(`INSERT INTO machines (shop_id, name) VALUES (1, 'Orchard rider')`);
    const repaired = (cause: string, when = 'here') => ['mended', { cause, when, kind: 'deck-lever', agreed: false }] as const;
    const tested = (belt: string, complaint?: string) =>
      ['proved', { belt, ...(complaint ? { complaint } : {}), brake: 'lands', cycles: 5, watched: true, machine: 'sound' }] as const;
    // Stated complaint, otherwise the belt, by the last test that judges it; nothing struck out, nothing from before intake.
    const tickets: readonly (readonly (readonly [string, object, boolean?])[])[] = [
      [repaired('idler-tips'), repaired('idler-tips'), repaired('keeper-off', 'before'), tested('stays')],
      [repaired('keeper-off'), tested('stays', 'still')],
      [repaired('keeper-off'), tested('stays'), tested('comes-off', 'gone')],
      [repaired('keeper-off'), tested('comes-off'), tested('stays', 'gone'), tested('not-tried')],
      [[...repaired('idler-tips'), true], repaired('belt-glazed'), tested('stays'), [...tested('comes-off'), true]],
      [repaired('idler-tips')],
    ];
    for (const [i, lines] of tickets.entries()) {
      await run(`INSERT INTO jobs (shop_id, number, machine_id, title, status, opened_at) VALUES (1, $1, 1, 'Slips', 'open', now())`, [
        i + 1,
      ]);
      for (const [type, body, struck] of lines)
        await run(
          `INSERT INTO ticket_entries (job_id, stage, type, body_version, body, person_id, at, withdrawn_at)
           VALUES ((SELECT id FROM jobs WHERE number = $1), 'fit', $2, 1, $3::jsonb, 1, now(), $4)`,
          [i + 1, type, JSON.stringify(body), struck ? new Date() : null],
        );
    }
    await migrate(db.sequelize);
    const shop = db.ofShop(1);
    const filled = await faults.confirmedCauses(shop);
    expect(filled).toEqual([
      { kind: 'deck-lever', cause: 'belt-glazed', times: 1 },
      { kind: 'deck-lever', cause: 'idler-tips', times: 1 },
      { kind: 'deck-lever', cause: 'keeper-off', times: 1 },
    ]);
    for (const job of await shop.models.Job.findAll()) await jobStages.storeDerived(shop, job);
    expect(await faults.confirmedCauses(shop)).toEqual(filled);
  });
  it('tickets written before forms had versions are read, closings that were reopenings are reopenings, and the clock is the server’s', async () => {
    await migrate(db.sequelize, MIGRATIONS.slice(0, 5));
    const run = (sql: string, bind: readonly unknown[] = []) => db.sequelize.query(sql, { bind: [...bind] });
    await run(`INSERT INTO shops (name) VALUES ('Quay Bay Repairs')`);
    await run(
      `INSERT INTO people (shop_id, email, name, role, password_hash, preferences) VALUES (1, 'ines@quaybay.example', 'Ines', 'owner', 'x', $1::jsonb)`,
      [JSON.stringify({ system: 'metric', inchDenominator: 16, theme: 'bay' })],
    );
    await run(`INSERT INTO machines (shop_id, name) VALUES (1, 'Orchard rider')`);
    await run(
      `INSERT INTO jobs (shop_id, number, machine_id, title, status, opened_at) VALUES (1, 212, 1, 'Slips', 'open', '2026-11-20T08:00:00Z')`,
    );
    const bodies: readonly (readonly [string, string, unknown])[] = [
      ['look', 'note', { text: 'Groove shiny.' }],
      ['look', 'stage', { state: 'done', why: '' }],
      [
        'match',
        'belt-booked',
        {
          shelfBeltId: 1,
          belt: '4L480',
          bin: 'B2',
          section: '4L',
          outsideMm: 1219.2,
          verdict: 'fits',
          chance: 1,
          engagedN: 152,
          floorN: 71,
          slackMm: 11,
          substitute: true,
          insteadOf: '4L470',
          reason: 'boat',
          priceCents: null,
        },
      ],
      ['book', 'closing', { text: 'Done.', reopened: false }],
      ['book', 'closing', { text: '', reopened: true }],
      ['look', 'note', { words: 'of a later hand' }],
    ];
    for (const [stage, type, body] of bodies)
      await run(`INSERT INTO ticket_entries (job_id, stage, type, body, person_id, at) VALUES (1, $1, $2, $3::jsonb, 1, now())`, [
        stage,
        type,
        JSON.stringify(body),
      ]);
    await migrate(db.sequelize);
    const job = await jobs.findJob(db.ofShop(1), 212);
    expect(job?.entries.map((e) => e.type)).toEqual(['note', 'stage', 'belt-booked', 'closing', 'reopening', 'unreadable']);
    expect(job?.entries[2]).toMatchObject({ body: { insteadOf: { words: '4L470' }, pieces: 1, letsGo: true, drive: null } });
    expect(job?.entries[5]).toMatchObject({
      problem: expect.stringContaining('This note is unreadable'),
      text: expect.stringContaining('later hand'),
    });
    expect((await people.listPeople(db.ofShop(1)))[0]?.preferences.theme).toBe('bay');
    const { timeZone } = await people.shopOf(db.ofShop(1));
    expect(() => new Intl.DateTimeFormat('en', { timeZone })).not.toThrow();
  });
  it('a step that is broken off leaves no sign of itself, not even a note, and goes on at the next start', async () => {
    const broken = [
      ...MIGRATIONS.slice(0, 2),
      {
        name: MIGRATIONS[2]!.name,
        up: async (run: (sql: string) => Promise<unknown>) => (
          await run('CREATE TABLE half (id integer)'),
          Promise.reject(new Error('killed'))
        ),
      },
    ];
    await expect(migrate(db.sequelize, broken)).rejects.toThrow('killed');
    expect(await noted()).toEqual(names.slice(0, 2));
    await expect(db.sequelize.query('SELECT * FROM half')).rejects.toThrow(/does not exist/);
    expect(await migrate(db.sequelize)).toEqual(names.slice(2));
  });
  it('lets two simultaneous starts take turns', async () => {
    const ran = await Promise.all([migrate(db.sequelize), migrate(db.sequelize), migrate(db.sequelize)]);
    expect(ran.flat().sort()).toEqual(names);
  });
});
