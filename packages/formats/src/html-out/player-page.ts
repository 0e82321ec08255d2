import type { Job } from '@coin-relay/model';
import { playingPage } from './page-shell';
import { playerScript } from './player-script';

/** A drawing that moves, in a page that plays it by itself. @param drawing as SVG that plays (SMIL) */
export function playerPage(job: Pick<Job, 'name' | 'place' | 'motion'>, drawing: string): string {
  const { frames, framesPerSecond } = job.motion;
  return playingPage(job, {
    main: drawing.replace(/<\?xml[^>]*\?>\s*/, ''),
    style: 'svg { width: 100%; height: 100%; touch-action: none; cursor: grab; }',
    policy: 'img-src data:',
    rest: `<script>${playerScript(frames, framesPerSecond)}</script>`,
  });
}
