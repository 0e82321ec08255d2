import type { Job } from '@coin-relay/model';
import { PAPER, WORDS_INK } from '../paper';
import { playingPage } from './page-shell';

/**
 * Solids that move, in a page that shows them by itself: they are played, and turned by the pointer.
 * @param solids as binary glTF, y up
 * @param viewer the script that shows them
 * @param from where they are looked at from first
 */
export function viewerPage(
  job: Pick<Job, 'name' | 'place' | 'motion'>,
  solids: Uint8Array,
  viewer: string,
  from: { readonly turn: number; readonly tilt: number },
): string {
  const { frames, framesPerSecond } = job.motion;
  const told = { frames, rate: framesPerSecond, ...from, paper: PAPER, ink: WORDS_INK };
  return playingPage(job, {
    main: `<canvas id="picture" role="img" aria-label="The solids, moving"></canvas>\n`,
    style: '#picture { display: block; width: 100%; height: 100%; touch-action: none; cursor: grab; }',
    // Pictures on solids are taken out of the file that is in the page.
    policy: 'img-src data: blob:; connect-src data: blob:',
    rest: [
      `<script id="told" type="application/json">${JSON.stringify(told)}</script>`,
      `<script id="solids" type="text/plain">${base64(solids)}</script>`,
      `<script>${viewer.replaceAll('</script', '<\\/script')}</script>`,
    ].join('\n'),
  });
}

/** So many bytes are turned to signs at once: a multiple of three, so that the parts can be joined. */
const AT_ONCE = 24_576;

function base64(bytes: Uint8Array): string {
  const parts: string[] = [];
  for (let i = 0; i < bytes.length; i += AT_ONCE)
    parts.push(btoa(String.fromCharCode(...bytes.subarray(i, i + AT_ONCE))));
  return parts.join('');
}
