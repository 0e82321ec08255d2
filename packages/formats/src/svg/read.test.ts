import { measurePath, newReading, pathReader, type RelayError } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { DRAWING_LIMITS, pickLine, type Drawing, type DrawnContour } from '../drawing';
import { readSvg } from './read';

const svg = (body: string, attributes = ''): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${body}</svg>`;
const failure = (text: string): RelayError => {
  try {
    readSvg(text);
  } catch (error) {
    return error as RelayError;
  }
  throw new Error('it was read');
};

describe('shapes', () => {
  it('reads basic shapes with their lengths in closed form', () => {
    const { contours } = readSvg(
      svg(`<circle id="c" cx="5" cy="5" r="10"/><rect id="r" width="30" height="20"/><rect id="q" width="30" height="20" rx="5"/>
        <line id="l" x1="0" y1="0" x2="3" y2="4"/><polygon id="g" points="0,0 3,0 3,4"/><polyline id="y" points="0 0 3 0 3 4"/>
        <ellipse id="e" rx="1" ry="0.5"/><path id="p" d="M0 0h7"/>`),
    );
    const lengths = Object.fromEntries(contours.map((c) => [c.id, c.length]));
    expect(lengths['c']).toBeCloseTo(20 * Math.PI, 9);
    expect(lengths['r']).toBeCloseTo(100, 9);
    expect(lengths['q']).toBeCloseTo(100 - 40 + 10 * Math.PI, 9);
    expect(lengths['l']).toBeCloseTo(5, 9);
    expect(lengths['g']).toBeCloseTo(12, 9);
    expect(lengths['y']).toBeCloseTo(7, 9);
    expect(lengths['e']).toBeCloseTo(4.844224110273838, 8);
    expect(lengths['p']).toBeCloseTo(7, 9);
    expect(contours.filter((c) => !c.closed).map((c) => c.id)).toEqual(['l', 'y', 'p']);
  });

  it('takes lengths in units and in per cent (W3C SVG 2, 8.9: of the width, the height, or the diagonal over √2)', () => {
    const lengths = (text: string): Record<string, number> =>
      Object.fromEntries(readSvg(text).contours.map((c) => [c.id, c.length]));
    const body =
      '<circle id="c" r="5mm"/><line id="l" x1="10%" x2="60%" y2="0"/><rect id="r" width="50%" height="1in"/><circle id="d" r="10%"/>';
    // A view box of 200 by 100 units: one unit is one millimetre where no size is given.
    const plain = lengths(svg(body, 'viewBox="0 0 200 100"'));
    expect(plain['c']).toBeCloseTo(10 * Math.PI, 9);
    expect(plain['l']).toBeCloseTo(100, 9);
    expect(plain['r']).toBeCloseTo(2 * (100 + 25.4), 9);
    expect(plain['d']).toBeCloseTo(2 * Math.PI * 0.1 * Math.sqrt((200 ** 2 + 100 ** 2) / 2), 9);
    // In a drawing of 100 mm by 50 mm without a view box a unit is a pixel of 1/96 inch, and 5 mm are 5 mm.
    const sized = lengths(svg(body, 'width="100mm" height="50mm"'));
    expect(sized['c']).toBeCloseTo(10 * Math.PI, 9);
    expect(sized['l']).toBeCloseTo(50, 9);
    expect(sized['r']).toBeCloseTo(2 * (50 + 25.4), 9);
    // What is shown at another size is another line.
    const copied = lengths(
      svg(
        '<symbol id="s"><line x2="50%"/></symbol><use href="#s" width="40" height="9"/><use href="#s" width="80" height="9"/>',
      ),
    );
    expect(Object.values(copied)).toEqual([20, 40]);
  });

  it('says which length it cannot read', () => {
    const { contours, skipped } = readSvg(
      svg('<circle r="2em"/><line x2="50%"/><rect width="9" height="x"/>'),
    );
    expect(contours).toEqual([]);
    expect(skipped.map(({ what, reason }) => `${what}: ${reason}`)).toEqual([
      'circle: its r, “2em”, is no length that can be read',
      'line: its x2, “50%”, is a part of the drawing, which does not say how large it is',
      'rect: its height, “x”, is no length that can be read',
    ]);
  });

  it('lists every contour of one path, numbered', () => {
    const { contours } = readSvg(svg('<path id="two" d="M0 0h5M0 9h6z"/><path d="M0 0h1"/>'));
    expect(contours.map((c) => c.id)).toEqual(['two.1', 'two.2', 'path-3']);
  });

  it('mirrors the drawing: y runs up', () => {
    const out = newReading();
    pathReader(measurePath(readSvg(svg('<path d="M1 2L1 12"/>')).contours[0].contour))(10, out);
    expect([out[0], out[1]]).toEqual([1, -12]);
  });
});

describe('transforms, view boxes and units', () => {
  it('nested transforms multiply in order', () => {
    const { contours } = readSvg(
      svg('<g transform="translate(10 20) scale(2)"><g transform="rotate(90)"><path d="M0 0h10"/></g></g>'),
    );
    const out = newReading();
    pathReader(measurePath(contours[0].contour))(20, out);
    expect(contours[0].length).toBeCloseTo(20, 9);
    expect(out[0]).toBeCloseTo(10, 9);
    expect(out[1]).toBeCloseTo(-40, 9);
  });

  it.each([
    ['matrix(2 0 0 2 0 0)', 20],
    ['scale(3,1)', 30],
    ['rotate(30 5 5)', 10],
    ['skewY(45)', 10 * Math.SQRT2],
    ['translate(5)', 10],
    ['', 10],
  ])('%s', (transform, length) => {
    expect(readSvg(svg(`<path transform="${transform}" d="M0 0h10"/>`)).contours[0].length).toBeCloseTo(
      length,
      9,
    );
  });

  it('a size in millimetres or inches over a view box decides what a unit is', () => {
    const at = (attributes: string): number =>
      readSvg(svg('<path d="M0 0h100"/>', attributes)).contours[0].length;
    expect(at('width="50mm" height="50mm" viewBox="0 0 100 100"')).toBeCloseTo(50, 9);
    expect(at('width="2in" height="2in" viewBox="0 0 200 200"')).toBeCloseTo(25.4, 9);
    expect(at('width="10cm" viewBox="0 0 50 50"')).toBeCloseTo(200, 9);
    expect(at('width="100mm" height="50mm" viewBox="0 0 100 100"')).toBeCloseTo(50, 9);
    expect(at('width="1in" height="1in"')).toBeCloseTo(100 * (25.4 / 96), 9);
  });

  it('a drawing without a physical size is taken at one unit a millimetre, and says so', () => {
    const drawing = readSvg(svg('<path d="M0 0h100"/>', 'width="640" height="480" viewBox="0 0 320 240"'));
    expect(drawing.contours[0].length).toBeCloseTo(100, 9);
    expect(drawing.physical).toBe(false);
  });
});

describe('drawings of real programs', () => {
  it('copies are drawn where they stand, of symbols too', () => {
    const { contours, skipped } = readSvg(
      svg(`<defs><path id="bar" d="M0 0h10"/><g id="two"><use href="#bar"/><use xlink:href="#bar" y="5" transform="scale(2)"/></g></defs>
        <symbol id="sign" viewBox="0 0 10 10"><path d="M0 0h10"/></symbol>
        <use href="#two" x="100"/><use href="#sign" width="50" height="50"/>`),
    );
    expect(contours.map((c) => Math.round(c.length * 1e9) / 1e9)).toEqual([10, 20, 50]);
    const out = newReading();
    pathReader(measurePath(contours[1].contour))(0, out);
    expect([out[0], out[1]]).toEqual([100, -10]);
    expect(skipped.map((s) => s.what)).toEqual(['defs', 'symbol']);
  });

  it('copies that copy themselves, others that lead nowhere or outside, are named', () => {
    const { contours, skipped } = readSvg(
      svg(
        '<g id="a"><path d="M0 0h1"/><use href="#a"/></g><use href="#gone"/><use href="http://example.invalid/b.svg#c"/>',
      ),
    );
    expect(contours).toHaveLength(2);
    expect(skipped.map((s) => s.reason)).toEqual([
      '“#a” copies itself',
      'it copies “#gone”, which is not in the drawing',
      'it copies from another file, which is not opened',
    ]);
  });

  it('copies that multiply without end are refused', () => {
    const bomb = Array.from(
      { length: 30 },
      (_, i) => `<g id="g${i}"><use href="#g${i + 1}"/><use href="#g${i + 1}"/></g>`,
    ).join('');
    expect(failure(svg(`<defs>${bomb}<g id="g30"/></defs><use href="#g0"/>`)).code).toBe('file-too-large');
  });

  it('style sheets and styles hide and move', () => {
    const { contours } = readSvg(
      svg(`<style>.cls-1{fill:none;stroke:#000} .guide, #mark {display:none} g.off{visibility:hidden} rect{display:none} @import url(http://example.invalid/x.css);</style>
        <path class="cls-1" id="seen" d="M0 0h1"/><path class="cls-1 guide" d="M0 0h2"/><path id="mark" d="M0 0h3"/><rect width="4" height="4"/>
        <path style="display: none" class="x" d="M0 0h5"/><path style="transform: translate(10px, 20px) rotate(90deg)" id="moved" d="M0 0h6"/>
        <path style="display:inline" class="guide" id="shown" d="M0 0h7"/>`),
    );
    expect(contours.map((c) => c.id)).toEqual(['seen', 'moved', 'shown']);
    const out = newReading();
    pathReader(measurePath(contours[1].contour))(6, out);
    expect(out[0]).toBeCloseTo(10, 9);
    expect(out[1]).toBeCloseTo(-26, 9);
  });

  it('layers, prefixes and foreign names do no harm', () => {
    const { contours } = readSvg(
      `<?xml version="1.0"?><svg:svg xmlns:svg="http://www.w3.org/2000/svg" xmlns:own="urn:x" own:version="1"><own:view zoom="2"/><svg:g own:label="Layer 1"><svg:path d="M0 0h9" own:type="arc"/></svg:g></svg:svg>`,
    );
    expect(contours.map((c) => c.length)).toEqual([9]);
  });
});

describe('what is left out is said', () => {
  it('text, copies, hidden things, definitions, pictures and scripts', () => {
    const { contours, skipped } = readSvg(
      svg(`<defs><path d="M0 0h9"/></defs><text>hi</text><use href="#x"/><image href="http://example.invalid/x.png"/><script>alert(1)</script>
        <path style="display:none" d="M0 0h1"/><path d="M0 0h5"/><path d=""/><path id="bad" d="M0 0L"/><path transform="wobble(3)" d="M0 0h1"/>`),
    );
    expect(contours).toHaveLength(1);
    expect(skipped.map((s) => s.what)).toEqual([
      'defs',
      'text',
      'use',
      'image',
      'script',
      'path',
      'path',
      'path',
      'path',
    ]);
    expect(skipped.find((s) => s.reason.includes('“bad”'))?.reason).toMatch(/character 6/);
    expect(skipped.find((s) => s.what === 'script')?.reason).toBe('never run');
  });
});

describe('files that are refused', () => {
  it('entity bombs', () => {
    const bomb = `<!DOCTYPE svg [<!ENTITY a "ha"><!ENTITY b "&a;&a;&a;&a;">]>${svg('<text>&b;</text>')}`;
    expect(failure(bomb).code).toBe('file-refused');
    expect(failure(bomb).message).toMatch(/entities/);
    expect(failure(svg('<text>&b;</text>')).code).toBe('file-broken');
  });

  it('deeply nested groups', () => {
    const deep = svg('<g>'.repeat(DRAWING_LIMITS.depth) + '</g>'.repeat(DRAWING_LIMITS.depth));
    expect(failure(deep).code).toBe('file-refused');
    const allowed = svg(
      '<g>'.repeat(DRAWING_LIMITS.depth - 5) + '<path d="M0 0h5"/>' + '</g>'.repeat(DRAWING_LIMITS.depth - 5),
    );
    expect(readSvg(allowed).contours).toHaveLength(1);
  });

  it('fifty megabytes', () => {
    const huge = svg(`<!--${' '.repeat(50_000_000)}-->`);
    expect(failure(huge).code).toBe('file-too-large');
    expect(failure(huge).message).toMatch(/50\.0 MB; at most 20 MB/);
  });

  it('more elements than the limit', () => {
    expect(failure(svg('<g/>'.repeat(DRAWING_LIMITS.elements + 1))).code).toBe('file-too-large');
  });

  it('more contours than are listed are counted, not lost in silence', () => {
    const { contours, skipped } = readSvg(svg(`<path d="${'M0 0h1'.repeat(DRAWING_LIMITS.contours + 7)}"/>`));
    expect(contours).toHaveLength(DRAWING_LIMITS.contours);
    expect(skipped).toEqual([
      { what: 'contour', reason: `beyond the ${DRAWING_LIMITS.contours} that are listed`, count: 7 },
    ]);
  });

  it.each([
    ['', 'file-broken'],
    ['not xml', 'file-broken'],
    ['<svg', 'file-broken'],
    ['<svg><g></svg>', 'file-broken'],
    ['<html></html>', 'file-broken'],
  ])('%j is %s', (text, code) => {
    expect(failure(text).code).toBe(code);
  });
});

describe('picking a contour', () => {
  const drawing = readSvg(svg('<circle id="a" r="5"/><circle id="b" r="6"/>'));
  const picked = ({ contours, skipped }: Drawing, id?: string): DrawnContour =>
    pickLine(contours, skipped, id);
  it('by id, or the only one; else it says which there are', () => {
    expect(picked(drawing, 'b').length).toBeCloseTo(12 * Math.PI, 9);
    expect(() => picked(drawing, 'z')).toThrow(/no contour “z”.*a \(31\.416 mm\), b/);
    expect(() => picked(drawing)).toThrow(/2 contours/);
    expect(() => picked(readSvg(svg('<text/>')))).toThrow(/no line.*text/);
  });
});
