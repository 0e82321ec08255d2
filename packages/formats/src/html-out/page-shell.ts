import type { Job } from '@coin-relay/model';
import { PAPER, WORDS_INK } from '../paper';
import { escapeXml } from '../svg-out/markup';

/** What is in a page besides what plays it. */
export interface PageParts {
  /** What is shown. */
  readonly main: string;
  /** Its style, and what of the web it may use besides what is in it: parts of a content security policy. */
  readonly style: string;
  readonly policy: string;
  /** What comes after it: data, and scripts. */
  readonly rest: string;
}

/**
 * A page that plays a loop by itself: what it shows with a button to play and stop, and a line to go to any frame. It
 * loads nothing, for people who have nothing installed.
 */
export function playingPage(
  { name, place, motion }: Pick<Job, 'name' | 'place' | 'motion'>,
  { main, style, policy, rest }: PageParts,
): string {
  const { frames } = motion;
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'; script-src 'unsafe-inline'; ${policy}">
<title>${escapeXml(name)}</title>
<style>
html, body { height: 100%; margin: 0; }
body { display: flex; flex-direction: column; background: ${PAPER}; color: ${WORDS_INK}; font: 15px/1.4 Georgia, serif; }
header { padding: 12px 20px 0; }
h1 { font-size: 20px; margin: 0; display: inline; }
header span { color: #575b57; margin-left: 10px; }
main { flex: 1; min-height: 0; padding: 12px; }
${style}
footer { display: flex; align-items: center; gap: 16px; padding: 10px 20px 14px; border-top: 1px solid #e3dac7; }
button { font: inherit; padding: 4px 18px; border: 1px solid #135e74; background: #135e74; color: #fdfbf5; border-radius: 3px; }
input { flex: 1; accent-color: #135e74; }
#words { min-width: 9em; text-align: right; font-variant-numeric: tabular-nums; }
:focus-visible { outline: 3px solid #b5842f; outline-offset: 2px; }
</style>
</head>
<body>
<header><h1>${escapeXml(name)}</h1><span>${escapeXml(place)}</span></header>
<main>
${main}</main>
<footer>
<button id="play" type="button">Stop</button>
<input id="frame" type="range" min="0" max="${frames - 1}" step="1" value="0" aria-label="Frame">
<span id="words" role="status">frame 0 of ${frames}</span>
</footer>
${rest}
</body>
</html>
`;
}
