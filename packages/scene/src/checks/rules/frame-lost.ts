import { formatLength } from '@coin-relay/model';
import { rowRule } from '../rule';

/** Where what is to be up runs along the path, nothing says how pieces stand. */
export const frameLost = rowRule('set-out', ['frame-lost'], ({ job, resolved: { run }, setOut, fit }) => {
  const lost = setOut.stand?.ride.lost ?? [];
  if (lost.length === 0) return [];
  const [{ from, to }] = lost;
  const whole = to - from > fit.layout.path.length * (1 - 1e-9);
  const more =
    lost.length > 1 ? `, and at ${lost.length - 1} more ${lost.length === 2 ? 'place' : 'places'}` : '';
  return [
    {
      kind: 'frame-lost',
      text: whole
        ? 'The path runs along what is to be up all the way, so its pieces stand as it carries them. Choose another up.'
        : `From ${formatLength(from, job.unit)} to ${formatLength(to, job.unit)} the path runs along what is to be up${more}: there its pieces stand as it carries them.`,
      at: from,
      places: lost.map((each) => each.from),
      mend: {
        do: 'upright',
        run: run.id,
        change: { by: { by: 'least-twist' } },
        words: 'let the path carry them, with the least twist',
      },
    },
  ];
});
