import { newReading, pathReader, type FitOutcome, type Vec } from '@coin-relay/core';

/** The places of its path that a pin of the row had to stand on, mm from the start, within one lap. */
export function metPlaces({ sections, window, layout }: FitOutcome): number[] {
  if (!sections || sections.length < 2) return [];
  const { length } = layout.path;
  const met = sections.map(({ from }) => (from >= length ? from - length : from));
  return window.ring ? met : met.slice(1);
}

/** Where they are on the drawing, mm. */
export function metPoints(fit: FitOutcome): Vec[] {
  const read = pathReader(fit.layout.path);
  const at = newReading();
  return metPlaces(fit).map((s) => {
    read(s, at);
    return { x: at[0], y: at[1] };
  });
}
