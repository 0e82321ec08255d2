import type { Job } from '@coin-relay/model';

/** What a job names and does not hold: the SHA-256 of pictures, and of the bodies of pieces. */
export interface NamedThings {
  readonly pictures: readonly string[];
  readonly solids: readonly string[];
}

export function namedBy({
  backdrop,
  pieces,
}: Pick<Job, 'pieces'> & Partial<Pick<Job, 'backdrop'>>): NamedThings {
  const pictures = pieces.flatMap(({ finish }) => finish?.picture?.picture ?? []);
  const solids = pieces.flatMap((piece) =>
    piece.family === 'own' ? piece.outline.flatMap(({ solid }) => solid?.kept ?? []) : [],
  );
  return {
    pictures: [...new Set([...(backdrop ? [backdrop.picture] : []), ...pictures])],
    solids: [...new Set(solids)],
  };
}
