'use client';

import { useMemo, useState } from 'react';
import type { Notebook } from '@/core/survey';
import { useNotebookSolution, usePose } from '@/client/solver';
import { previewOf } from './preview';

/**
 * Solution of a notebook, and the drive to draw with its pose.
 * @param sketched draws the pulleys where they were sketched
 */
export function useNotebookDrawing(notebook: Notebook, sketched: boolean) {
  const [lever, setLever] = useState(1);
  const { answer, pending } = useNotebookSolution(notebook);
  const look = answer?.ok ? answer.look : null;
  const refused = answer && !answer.ok ? answer.problems : [];
  const preview = useMemo(() => previewOf(notebook, look, sketched), [notebook, look, sketched]);
  const request = useMemo(() => (preview.drive.pulleys.length >= 2 ? { drive: preview.drive, lever } : null), [preview, lever]);
  const { answer: posed } = usePose(request);
  const solved = posed?.ok && request ? posed.answer : null;
  // A pose of the drive before the last entry does not fit the drawing.
  const fits =
    solved !== null &&
    solved.pose.pulleys.length === preview.drive.pulleys.length &&
    solved.pose.belts.length === preview.drive.belts.length &&
    solved.pose.springs.length === preview.drive.springs.length;
  return {
    look,
    pending,
    /** Why the notebook could not be solved at all. */
    refused,
    problems: refused.length > 0 ? refused : (look?.built.problems ?? []),
    preview,
    pose: fits ? solved : null,
    poseProblems: posed && !posed.ok ? posed.problems : [],
    routeDoubted: posed !== null && !posed.ok,
    lever,
    setLever,
  };
}
export type NotebookDrawing = ReturnType<typeof useNotebookDrawing>;
