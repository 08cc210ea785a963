import type { SurveyAnswer, SurveyedPhoto } from './answer';
import type { PhotoMarks, Survey } from './schema';
import { solveWithAll } from './solve';

/** Readings, and marks, that are tried as the reason of a conflict before a photo is. */
const MOST_READINGS = 5;
const MOST_MARKS = 8;
/** With fewer marks, the scale and tilt of a photo fit any two that are left. */
const LEAST_MARKS = 4;

/** A part of a sheet that may be wrong, with the answer without it. */
interface Without {
  readonly photo: string;
  readonly mark: string | null;
  readonly answer: SurveyAnswer;
}

/**
 * Positions that minimise the sum of squared residuals. A photo or a mark that disagrees is excluded, if the answer is
 * then free of conflict. It is not excluded if a single misread length, or another photo or mark, explains the conflict
 * as well: then the answer names the suspects.
 */
export function solveSurvey(survey: Survey): SurveyAnswer {
  const whole = solveWithAll(survey);
  if (whole.status !== 'conflict' || whole.photos.length === 0) return whole;
  const explains = (part: Survey): SurveyAnswer | null => {
    const answer = solveWithAll(part);
    return answer.status === 'conflict' ? null : answer;
  };
  for (const id of whole.suspects.slice(0, MOST_READINGS))
    if (explains({ ...survey, measures: survey.measures.filter((m) => m.id !== id) })) return whole;
  const changed = (id: string, change: (photo: PhotoMarks) => readonly PhotoMarks[]) =>
    explains({ ...survey, photos: survey.photos.flatMap((p) => (p.id === id ? change(p) : [p])) });
  const marks = whole.photos
    .filter((photo) => photo.marks.length >= LEAST_MARKS)
    .flatMap((photo) => photo.marks.map((mark) => ({ photo: photo.id, mark: mark.of, off: mark.offMm })))
    .sort((a, b) => b.off - a.off)
    .slice(0, MOST_MARKS)
    .flatMap(({ photo, mark }): Without[] => {
      const answer = changed(photo, (p) => [{ ...p, marks: p.marks.filter((m) => m.of !== mark) }]);
      return answer ? [{ photo, mark, answer }] : [];
    });
  if (marks.length > 0) return marks.length === 1 ? excluding(whole, marks[0]!) : whole;
  const photos = whole.photos.flatMap(({ id }): Without[] => {
    const answer = changed(id, () => []);
    return answer ? [{ photo: id, mark: null, answer }] : [];
  });
  return photos.length === 1 ? excluding(whole, photos[0]!) : whole;
}

/** Answer without a part, which still reports that part and how far it is off. */
function excluding(whole: SurveyAnswer, { photo, mark, answer }: Without): SurveyAnswer {
  const photos = whole.photos.map((before): SurveyedPhoto => {
    const after = answer.photos.find((p) => p.id === before.id);
    if (before.id !== photo) return after ?? before;
    if (mark === null || !after) return { ...before, excluded: true };
    return { ...after, excludedMark: mark };
  });
  return { ...answer, photos };
}
