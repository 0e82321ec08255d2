import type { Machine } from '@coin-relay/model';

/** What of a machine’s motion a drawing that plays by itself does not show, a sentence each; none where it shows all of it. */
export function leftOutOfMotion({ rows, motions }: Machine): string[] {
  return [...rows.values()].flatMap(({ resolved: { run }, setOut }) =>
    setOut.stand && (motions.get(run.id)?.travel ?? 0) !== 0
      ? [`Pieces of “${run.name}” lie over one another as they do in the first frame, also where they cross.`]
      : [],
  );
}
