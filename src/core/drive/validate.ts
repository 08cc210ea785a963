import { decodeDesignation } from '../belt';
import { driveShape, pathText, type Drive, type DriveResult, type Problem, type Pulley } from './schema';

/**
 * Checks a document against the rules of the drive file: first its shape, then that named ids exist, ids differ and
 * ranges are in order. `compileDrive` checks the geometry. Reports all problems, in file order.
 */
export function validateDrive(document: unknown): DriveResult {
  if (typeof document !== 'object' || document === null || Array.isArray(document)) {
    return { ok: false, problems: [{ path: '', message: 'a drive file is a JSON object with format, version and pulleys' }] };
  }
  const parsed = driveShape.safeParse(document);
  if (!parsed.success) {
    return { ok: false, problems: parsed.error.issues.map((issue) => ({ path: pathText(issue.path), message: issue.message })) };
  }
  const problems = crossProblems(parsed.data);
  return problems.length > 0 ? { ok: false, problems } : { ok: true, drive: parsed.data };
}

/** Centres of one shaft with a larger distance are two shafts, mm. It is well below the accuracy of a drawing. */
const ONE_CENTRE_MM = 0.01;

/** Pulleys of one shaft turn as one: they have one centre, and one tensioner at most moves them all. */
function shaftProblems(drive: Drive): Problem[] {
  const problems: Problem[] = [];
  const first = new Map<string, Pulley>();
  const carrierOf = (p: Pulley) => drive.tensioners.find((t) => t.carries.includes(p.id))?.id;
  drive.pulleys.forEach((p, i) => {
    if (p.shaft === undefined) return;
    const mate = first.get(p.shaft);
    if (!mate) {
      first.set(p.shaft, p);
      return;
    }
    const apart = Math.hypot(p.x - mate.x, p.y - mate.y);
    if (apart > ONE_CENTRE_MM)
      problems.push({
        path: `pulleys[${i}].shaft`,
        message: `“${p.id}” and “${mate.id}” share the shaft “${p.shaft}” but their centres differ by ${apart.toFixed(2)} mm; pulleys on one shaft need the same centre`,
      });
    const [own, other] = [carrierOf(p), carrierOf(mate)];
    if (own !== undefined && other !== undefined && own !== other)
      problems.push({
        path: `pulleys[${i}].shaft`,
        message: `“${p.id}” and “${mate.id}” share the shaft “${p.shaft}” but “${own}” carries one and “${other}” the other; one tensioner must carry both`,
      });
  });
  return problems;
}

function crossProblems(drive: Drive): Problem[] {
  const problems: Problem[] = [];
  const report = (path: string, message: string) => problems.push({ path, message });
  const idsOf = (name: 'pulleys' | 'belts' | 'tensioners' | 'springs' | 'adjusters' | 'brakes' | 'keepers') => {
    const seen = new Set<string>();
    drive[name].forEach((item, i) => {
      if (seen.has(item.id)) report(`${name}[${i}].id`, `the id “${item.id}” is used twice`);
      seen.add(item.id);
    });
    return seen;
  };
  const pulleys = idsOf('pulleys');
  idsOf('belts');
  const tensioners = idsOf('tensioners');
  idsOf('springs');
  const adjusters = idsOf('adjusters');
  idsOf('brakes');
  idsOf('keepers');
  const need = (known: ReadonlySet<string>, what: string, name: string, path: string) => {
    if (!known.has(name)) report(path, `there is no ${what} “${name}”`);
  };
  drive.pulleys.forEach((p, i) => {
    if (p.variable && p.variable.travel > p.variable.openGap)
      report(
        `pulleys[${i}].variable.travel`,
        `travel ${p.variable.travel} is more than openGap ${p.variable.openGap}: one face would pass through the other; correct one of them`,
      );
    if (p.variable && p.variable.rimRadius <= p.variable.hubRadius)
      report(`pulleys[${i}].variable.rimRadius`, `rimRadius ${p.variable.rimRadius} is not above hubRadius ${p.variable.hubRadius}`);
  });
  drive.belts.forEach((b, i) => {
    const at = `belts[${i}]`;
    b.route.forEach((stop, j) => need(pulleys, 'pulley', stop.pulley, `${at}.route[${j}].pulley`));
    if (b.section === 'measured' && !b.measured) report(`${at}.measured`, 'a measured section needs its top width and depth');
    if (b.designation !== undefined) {
      const decoded = decodeDesignation(b.designation);
      if (!decoded.ok) report(`${at}.designation`, decoded.problem);
    }
  });
  const carriedBy = new Map<string, string>();
  shaftProblems(drive).forEach(({ path, message }) => report(path, message));
  drive.tensioners.forEach((t, i) => {
    const at = `tensioners[${i}]`;
    if (t.min > t.max) report(`${at}.min`, `min ${t.min} is above max ${t.max}`);
    if (t.id === 'frame') report(`${at}.id`, '“frame” is the machine itself and cannot be a tensioner');
    t.carries.forEach((name, j) => {
      need(pulleys, 'pulley', name, `${at}.carries[${j}]`);
      const other = carriedBy.get(name);
      if (other !== undefined) report(`${at}.carries[${j}]`, `the pulley “${name}” is already carried by “${other}”`);
      carriedBy.set(name, t.id);
    });
  });
  drive.springs.forEach((s, i) => {
    for (const side of ['from', 'to'] as const) {
      const e = s[side];
      if (e.body !== 'frame') need(tensioners, 'tensioner', e.body, `springs[${i}].${side}.body`);
      if (e.adjuster) need(adjusters, 'adjuster', e.adjuster.id, `springs[${i}].${side}.adjuster.id`);
    }
  });
  drive.adjusters.forEach((a, i) => {
    if (a.min > a.max) report(`adjusters[${i}].min`, `min ${a.min} is above max ${a.max}`);
    else if (a.position < a.min || a.position > a.max)
      report(`adjusters[${i}].position`, `position ${a.position} is outside ${a.min} to ${a.max}`);
    if (a.tensioner === undefined) return;
    const at = `adjusters[${i}].tensioner`;
    need(tensioners, 'tensioner', a.tensioner, at);
    const t = drive.tensioners.find((one) => one.id === a.tensioner);
    if (!t) return;
    if (t.locked !== true) report(at, `the tensioner “${t.id}” is not locked; an adjuster sets the place of a locked one only`);
    else if (a.min < t.min || a.max > t.max)
      report(at, `the adjuster's range ${a.min} to ${a.max} is outside the travel ${t.min} to ${t.max} of “${t.id}”`);
    if (drive.adjusters.findIndex((other) => other.tensioner === a.tensioner) !== i)
      report(at, `the tensioner “${t.id}” is already placed by another adjuster`);
  });
  drive.brakes.forEach((b, i) => need(tensioners, 'tensioner', b.tensioner, `brakes[${i}].tensioner`));
  drive.keepers.forEach((k, i) => need(pulleys, 'pulley', k.near, `keepers[${i}].near`));
  const names = new Set<string>();
  drive.states.forEach((s, i) => {
    if (names.has(s.name)) report(`states[${i}].name`, `the state “${s.name}” is named twice`);
    names.add(s.name);
    for (const [name, position] of Object.entries(s.locks ?? {})) {
      need(tensioners, 'tensioner', name, `states[${i}].locks.${name}`);
      const t = drive.tensioners.find((one) => one.id === name);
      if (t && (position < t.min || position > t.max))
        report(`states[${i}].locks.${name}`, `the lock at ${position} is outside the travel ${t.min} to ${t.max}`);
    }
  });
  return problems;
}
