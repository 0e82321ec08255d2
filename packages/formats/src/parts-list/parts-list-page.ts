import { formatLength, type Job } from '@coin-relay/model';
import type { JobParts, RowParts } from '@coin-relay/scene';
import { escapeXml } from '../svg-out/markup';

/**
 * A parts list as a page to print: one HTML file that needs nothing else.
 * @param drawing of the machine, as SVG
 */
export function partsListPage({ name, place, unit }: Job, parts: JobParts, drawing: string): string {
  const priced = parts.rows.some(({ price }) => price !== null);
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'; img-src data:">
<title>${escapeXml(name)}: parts</title>
<style>
body { font: 11pt/1.4 Georgia, serif; color: #22282c; max-width: 180mm; margin: 12mm auto; padding: 0 5mm; }
h1 { font-size: 20pt; margin: 0; }
h2 { font-size: 13pt; margin: 8mm 0 1mm; }
p { margin: 0 0 4mm; }
svg { display: block; width: 100%; max-height: 90mm; margin: 4mm 0; }
table { width: 100%; border-collapse: collapse; break-inside: avoid; }
th, td { text-align: right; padding: 1mm 2mm; border-bottom: 0.2mm solid #d5c9b1; font-variant-numeric: tabular-nums; }
th { font-weight: 400; color: #575b57; }
th:first-child, td:first-child { text-align: left; padding-left: 0; }
tr.sum td { border-bottom: 0.4mm solid #22282c; font-weight: 700; }
@page { size: A4; margin: 15mm; }
@media print { body { margin: 0; max-width: none; padding: 0; } }
</style>
</head>
<body>
<h1>${escapeXml(name)}</h1>
<p>${escapeXml(place)}</p>
${drawing.replace(/<\?xml[^>]*\?>\s*/, '')}
${parts.rows.map((row) => rowTable(row, unit)).join('\n')}
${parts.rows.length > 1 ? `<h2>All of it</h2><p>${[grams(parts.mass), euros(parts.price)].filter((words) => words !== '').join(', ') || 'Not all of it says its mass or has a price.'}</p>` : ''}
${priced ? '<p>Prices are those of Tiller &amp; Vane, an invented supplier, by whole decimetres.</p>' : ''}
</body>
</html>
`;
}

const grams = (mass: number | null): string =>
  mass === null ? '' : mass >= 1_000 ? `${(mass / 1_000).toFixed(2)} kg` : `${mass.toFixed(1)} g`;
const euros = (price: number | null): string => (price === null ? '' : `${price.toFixed(2)} €`);

function rowTable({ name, list, wheels, article, price }: RowParts, unit: Job['unit']): string {
  const row = (cells: readonly string[], sum = false): string =>
    `<tr${sum ? ' class="sum"' : ''}>${cells.map((cell) => `<td>${escapeXml(cell)}</td>`).join('')}</tr>`;
  const lines = [
    ...list.lines.map(({ piece, count, mass }) =>
      row([piece.name, String(count), formatLength(piece.pitch, unit), grams(mass)]),
    ),
    ...(list.pins > 0 ? [row(['Pins', String(list.pins), '', ''])] : []),
    ...wheels.map(({ name: wheel, count, teeth, diameter }) =>
      row([
        `${wheel}${teeth === null ? '' : `, ${teeth} teeth`}`,
        ...[String(count), `⌀ ${formatLength(diameter, unit)}`, ''],
      ]),
    ),
    ...(list.leftOut > 0 ? [row(['Places left out', String(list.leftOut), '', ''])] : []),
    row(['All pieces', String(list.pieces), formatLength(list.length, unit), grams(list.mass)], true),
  ];
  const sold = article
    ? `<p>${escapeXml(`${article.number}, ${article.name}: ${euros(article.pricePerMetre)} a metre, ${euros(price)} for this row.`)}</p>`
    : '';
  return `<h2>${escapeXml(name)}</h2>
<table><thead><tr><th>part</th><th>how many</th><th>pitch, size or length</th><th>mass</th></tr></thead><tbody>${lines.join('')}</tbody></table>
${sold}`;
}
