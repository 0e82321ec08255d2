import type { Mesh } from '@coin-relay/core/solid';
import type { KeptSolid } from '@coin-relay/model';
import type { KeptMeshes } from '@coin-relay/model/solid';
import type { ExportInput } from '../exports/export';
import { readKept } from '../solid-kept';

/** Bodies from files that a job names, as far as they can be had here; a sentence for each of the others. */
export async function keptBodies({ job, platform }: Pick<ExportInput, 'job' | 'platform'>): Promise<{
  readonly kept: KeptMeshes;
  readonly findings: readonly string[];
}> {
  const found = new Map<string, Mesh>();
  const findings = new Set<string>();
  for (const { kept, file } of keptIn(job)) {
    if (found.has(kept)) continue;
    const bytes = (await platform?.kept('solid', kept)) ?? null;
    if (bytes) found.set(kept, readKept(bytes));
    else findings.add(`The body of ${file} is not to be had here: its outline stands as a plate.`);
  }
  return { kept: (hash) => found.get(hash), findings: [...findings] };
}

const keptIn = ({ pieces }: ExportInput['job']): readonly KeptSolid[] =>
  pieces.flatMap((piece) =>
    piece.family === 'own' ? piece.outline.flatMap(({ solid }) => solid ?? []) : [],
  );
