import { parseJob, resolveRun } from '@coin-relay/model';
import { checkJob, type AskedSolids, type Finding } from '@coin-relay/scene';
import { poseDepths, reachOfRow } from '@coin-relay/scene/solid';

/** A finding as it is answered: its words without the spaces that keep a number and its unit together. */
export type CheckedFinding = Pick<
  Finding,
  'kind' | 'step' | 'run' | 'weight' | 'at' | 'size' | 'wheel' | 'of' | 'frame'
> & { readonly message: string; readonly mend: string | null };

export interface CheckAnswer {
  readonly findings: readonly CheckedFinding[];
}

const SOLIDS: AskedSolids = {
  reach: reachOfRow,
  depths: (pieces, { poses, spans }) => poseDepths({ pieces, poses, spans }),
};

/** Everything the checks have to say about a job; a run that cannot be fitted at all is a finding too. */
export function checkAnswer(document: unknown, run?: string): CheckAnswer {
  const job = parseJob(document);
  const only = run === undefined ? undefined : resolveRun(job, run).run.id;
  return { findings: checkJob(job, only, SOLIDS).map(answered) };
}

function answered({
  kind,
  step,
  run,
  weight,
  at,
  size,
  wheel,
  of,
  frame,
  text,
  mend,
}: Finding): CheckedFinding {
  const plain = (words: string): string => words.replace(/\u00a0/g, ' ');
  return {
    kind,
    step,
    run,
    weight,
    at,
    size,
    wheel,
    of,
    frame,
    message: plain(text),
    mend: mend && plain(mend.words),
  };
}
