import { circle, hole, short, type Figure } from './figure';

/** A point on a circle about the origin, as path data. */
export const aroundCentre = (r: number, angle: number): string =>
  `${short(r * Math.cos(angle))} ${short(r * Math.sin(angle))}`;

/**
 * Rollers sit in round seats on the pitch circle, held over a third of a turn; flanks lead past
 * the pitch circle, just clear of the roller, to narrow tips. Outside diameter p (0.6 + cot(180° / z)),
 * as in trade catalogues (from memory).
 */
export function sprocket(radius: number, teeth: number, roller: number, pitch: number): Figure {
  const seat = roller * 0.51;
  const tip = (pitch * (0.6 + 1 / Math.tan(Math.PI / teeth))) / 2;
  const step = (2 * Math.PI) / teeth;
  const held = (2 * Math.PI) / 3;
  const clear = (seat * 1.06) / radius;
  const tipHalf = step * 0.1;
  const onSeat = (angle: number, turn: number): string =>
    `${short(radius * Math.cos(angle) + seat * Math.cos(angle + turn))} ${short(radius * Math.sin(angle) + seat * Math.sin(angle + turn))}`;
  let d = `M${onSeat(0, -held)}`;
  for (let k = 0; k < teeth; k++) {
    const angle = k * step;
    d += `A${short(seat)} ${short(seat)} 0 0 0 ${onSeat(angle, held)}`;
    d += `Q${aroundCentre(radius, angle + clear)} ${aroundCentre(tip, angle + step / 2 - tipHalf)}`;
    d += `L${aroundCentre(tip, angle + step / 2 + tipHalf)}`;
    d += `Q${aroundCentre(radius, angle + step - clear)} ${onSeat(angle + step, -held)}`;
  }
  return wheelBody(`${d}Z`, radius - roller * 0.55 - pitch * 0.12);
}

/**
 * The body of a toothed wheel: a bore, lightening holes where there is room, and a mark that shows
 * it turn.
 * @param room the radius inside its teeth, mm
 */
export function wheelBody(outline: string, room: number): Figure {
  const bore = Math.max(room * 0.14, Math.min(3, room * 0.4));
  const hub = bore * 1.9;
  const band = room - hub;
  const holes = band > 12 ? 5 : 0;
  let cut = hole(0, 0, bore);
  if (holes > 0) {
    const middle = hub + band / 2;
    const r = Math.min(band * 0.33, middle * Math.sin(Math.PI / holes) * 0.72);
    for (let k = 0; k < holes; k++) {
      const a = ((k + 0.5) * 2 * Math.PI) / holes;
      cut += hole(middle * Math.cos(a), middle * Math.sin(a), r);
    }
  }
  return {
    parts: [
      { d: outline + cut, fill: 'iron', line: true },
      { d: circle(0, 0, hub) + hole(0, 0, bore), fill: 'shade', line: true },
      { d: circle(hub + band * 0.5, 0, Math.max(room * 0.028, 0.7)), fill: 'leather', line: false },
    ],
  };
}
