import { bandOf, formatLength, laySigns, textAt } from '@coin-relay/model';
import { letteredBox } from '../../lettering';
import { rowScene } from '../../placing/scene';
import { rowRule } from '../rule';

/** What stands over by less than this is not seen, mm. */
const SEEN = 0.01;

/** Letters that are longer or higher than what they are written on; on a band, longer than from one text to the next. */
export const lettersOver = rowRule('set-out', ['letters-over'], ({ job: { unit }, fit, setOut }) => {
  const { lettering, table } = setOut;
  if (!lettering) return [];
  const scene = rowScene(fit, setOut);
  const { height, along, across, quarters, sides, every, outlines } = lettering;
  const sidewise = sides === 'outside' || sides === 'inside';
  let worst: { text: string; over: number; passes: number; place: number; band: boolean } | null = null;
  for (let i = 0; i < table.count; i++) {
    if (table.leftOut[i] === 1) continue;
    const text = textAt(lettering, i);
    if (text === '') continue;
    const piece = scene.pieces[table.piece[i]];
    const [x0, y0, x1, y1] = letteredBox(piece);
    const long = laySigns(text, outlines).width;
    const [wide, high] = quarters % 2 === 0 ? [long, 1] : [1, long];
    const band = bandOf(piece.piece) !== null;
    const rooms = [
      { room: band ? every * piece.span : x1 - x0 - 2 * Math.abs(along), takes: wide },
      // How deep a piece is on its sides is not known here.
      ...(sidewise ? [] : [{ room: y1 - y0 - 2 * Math.abs(across), takes: high }]),
    ];
    for (const { room, takes } of rooms) {
      const over = takes * height - room;
      if (over > SEEN && over > (worst?.over ?? 0))
        worst = { text, over, passes: room / takes, place: i, band: band && takes === wide };
    }
  }
  if (!worst) return [];
  const mm = (value: number): string => formatLength(value, unit);
  const { text, over, passes, place, band } = worst;
  const what = band
    ? `“${text}” is ${mm(over)} longer than it is from one to the next, and they lie over each other.`
    : `“${text}” stands ${mm(over)} over what it is written on.`;
  const mend =
    passes > 0 ? `Capitals of ${mm(passes)} just fit.` : 'Move it less far from the middle of the piece.';
  return [{ kind: 'letters-over' as const, text: `${what} ${mend}`, at: setOut.middles[place], size: over }];
});
