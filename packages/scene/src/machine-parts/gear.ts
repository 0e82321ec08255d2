import { hole, short } from '@coin-relay/model';

/**
 * A spur gear about its centre with a tooth gap on the x axis, seen from the side: addendum one
 * module, dedendum one and a quarter (ISO 53), flanks as straight lines.
 * @param radius of its pitch circle, mm
 */
export function gearOutline(radius: number, teeth: number): string {
  const module = (2 * radius) / teeth;
  const tip = radius + module;
  const root = Math.max(radius - 1.25 * module, radius * 0.3);
  const step = (2 * Math.PI) / teeth;
  const point = (r: number, angle: number): string =>
    `${short(r * Math.cos(angle))} ${short(r * Math.sin(angle))}`;
  let d = '';
  for (let k = 0; k < teeth; k++) {
    const gap = k * step;
    d += `${k === 0 ? 'M' : 'L'}${point(root, gap - step * 0.14)}L${point(root, gap + step * 0.14)}`;
    d += `L${point(radius, gap + step * 0.26)}L${point(tip, gap + step * 0.37)}`;
    d += `L${point(tip, gap + step * 0.63)}L${point(radius, gap + step * 0.74)}`;
  }
  const rim = root - 1.5 * module;
  const bore = Math.max(root * 0.16, 1);
  return `${d}Z${rim > bore * 3 ? windows(rim, bore) : hole(0, 0, bore)}`;
}

/** Four round windows, so that its turning is seen, and the bore. */
function windows(rim: number, bore: number): string {
  const middle = (rim + 2 * bore) / 2;
  const r = Math.min((rim - 2 * bore) * 0.36, middle * 0.45);
  let d = hole(0, 0, bore);
  for (let k = 0; k < 4; k++) {
    const a = (k * Math.PI) / 2;
    d += hole(middle * Math.cos(a), middle * Math.sin(a), r);
  }
  return d;
}
