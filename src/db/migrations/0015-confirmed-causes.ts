import type { Migration } from '../migration';

/**
 * Causes that each job confirms, stored with its lines from here on. A shop of ten years has tens of thousands of
 * repairs and tests: too many to read for every trace. Those of earlier jobs follow from their tickets: repaired there,
 * and fixed by the last test that judges the complaint.
 */
export const confirmedCauses: Migration = {
  name: '0015-confirmed-causes',
  up: (run) =>
    run(`CREATE TABLE confirmed_causes (
        job_id integer NOT NULL REFERENCES jobs (id) ON DELETE CASCADE,
        kind text NOT NULL,
        cause text NOT NULL,
        PRIMARY KEY (job_id, kind, cause));
      WITH tests AS (
        SELECT job_id, id, CASE
            WHEN body ->> 'belt' = 'comes-off' THEN 'still'
            WHEN coalesce(body ->> 'complaint', 'not-said') <> 'not-said' THEN body ->> 'complaint'
            WHEN body ->> 'belt' = 'stays' THEN 'gone'
          END AS complaint
        FROM ticket_entries WHERE type = 'proved' AND withdrawn_at IS NULL),
      last_tests AS (SELECT DISTINCT ON (job_id) job_id, complaint FROM tests WHERE complaint IS NOT NULL ORDER BY job_id, id DESC)
      INSERT INTO confirmed_causes (job_id, kind, cause)
      SELECT DISTINCT ON (r.job_id, r.body ->> 'cause') r.job_id, r.body ->> 'kind', r.body ->> 'cause'
      FROM ticket_entries r JOIN last_tests t ON t.job_id = r.job_id AND t.complaint = 'gone'
      WHERE r.type = 'mended' AND r.withdrawn_at IS NULL AND r.body ->> 'when' = 'here'
        AND r.body ->> 'kind' IS NOT NULL AND r.body ->> 'cause' IS NOT NULL
      ORDER BY r.job_id, r.body ->> 'cause', r.id`),
};
