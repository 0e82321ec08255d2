/**
 * What plays a drawing in its page: stops and goes on, goes to a frame, shows it larger. It is written here as text, since
 * the page it goes into loads nothing.
 */
export const playerScript = (frames: number, framesPerSecond: number): string => `
'use strict';
const drawing = document.querySelector('svg');
const [play, frame, words] = ['play', 'frame', 'words'].map((id) => document.getElementById(id));
const frames = ${frames}, rate = ${framesPerSecond}, loop = frames / rate;
let playing = !matchMedia('(prefers-reduced-motion: reduce)').matches;
const at = () => ((drawing.getCurrentTime() * rate) % frames);
const tell = () => {
  const now = Math.floor(at() + 0.05);
  frame.value = String(now);
  words.textContent = 'frame ' + now + ' of ' + frames;
};
const set = (on) => {
  playing = on;
  play.textContent = on ? 'Stop' : 'Play';
  if (on) drawing.unpauseAnimations(); else drawing.pauseAnimations();
};
const go = (to) => {
  set(false);
  drawing.setCurrentTime((((to % frames) + frames) % frames) / rate);
  tell();
};
play.addEventListener('click', () => set(!playing));
frame.addEventListener('input', () => go(Number(frame.value)));
addEventListener('keydown', (event) => {
  if (event.target === frame) return;
  if (event.key === ' ' && event.target !== play) { event.preventDefault(); set(!playing); }
  else if (event.key === 'ArrowRight') go(Math.floor(at() + 0.05) + 1);
  else if (event.key === 'ArrowLeft') go(Math.ceil(at() - 0.05) - 1);
});
// The wheel makes it larger about the pointer, dragging moves it, a double press shows all of it.
const all = drawing.getAttribute('viewBox').split(' ').map(Number);
let box = [...all];
const show = () => drawing.setAttribute('viewBox', box.join(' '));
const spot = (event) => {
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(drawing.getScreenCTM().inverse());
  return [point.x, point.y];
};
drawing.addEventListener('wheel', (event) => {
  event.preventDefault();
  const [x, y] = spot(event);
  const k = Math.exp(event.deltaY * 0.001);
  const width = Math.min(all[2] * 2, Math.max(all[2] / 50, box[2] * k));
  const part = width / box[2];
  box = [x - (x - box[0]) * part, y - (y - box[1]) * part, width, box[3] * part];
  show();
}, { passive: false });
let held = null;
drawing.addEventListener('pointerdown', (event) => { held = spot(event); drawing.setPointerCapture(event.pointerId); });
drawing.addEventListener('pointermove', (event) => {
  if (!held) return;
  const [x, y] = spot(event);
  box = [box[0] + held[0] - x, box[1] + held[1] - y, box[2], box[3]];
  show();
});
drawing.addEventListener('pointerup', () => { held = null; });
drawing.addEventListener('dblclick', () => { box = [...all]; show(); });
set(playing);
tell();
(function follow() { if (playing) tell(); requestAnimationFrame(follow); })();
`;
