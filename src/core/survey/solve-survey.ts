import type { SurveyAnswer } from './answer';
import type { Survey } from './schema';
import { solveWithAll } from './solve';

/** Readings that are tried as the reason of a conflict before a photo is. */
const MOST_READINGS = 5;

/**
 * Positions that minimise the sum of squared residuals. A photo that disagrees with the other measurements is excluded,
 * if the answer is then free of conflict. It is not excluded if a single misread length, or another photo, explains the
 * conflict as well: then the answer names the suspects.
 */
export function solveSurvey(survey: Survey): SurveyAnswer {
  const whole = solveWithAll(survey);
  if (whole.status !== 'conflict' || whole.photos.length === 0) return whole;
  const agrees = (part: Survey): SurveyAnswer | null => {
    const answer = solveWithAll(part);
    return answer.status === 'conflict' ? null : answer;
  };
  for (const id of whole.suspects.slice(0, MOST_READINGS))
    if (agrees({ ...survey, measures: survey.measures.filter((m) => m.id !== id) })) return whole;
  const without = whole.photos.flatMap(({ id }) => {
    const answer = agrees({ ...survey, photos: survey.photos.filter((p) => p.id !== id) });
    return answer ? [{ id, answer }] : [];
  });
  const [only] = without;
  if (!only || without.length > 1) return whole;
  const photos = whole.photos.map((p) => {
    if (p.id === only.id) return { ...p, excluded: true };
    return only.answer.photos.find((other) => other.id === p.id) ?? p;
  });
  return { ...only.answer, photos };
}
