/** Names in a DXF file: without the signs that layers and blocks may not have in theirs, each given once. */
export class DxfNames {
  private readonly taken = new Set<string>();
  private readonly given = new Map<string, string>();

  /** The name for something. @param key tells it from others of the same name */
  of(key: string, wanted: string): string {
    const known = this.given.get(key);
    if (known !== undefined) return known;
    const plain = plainName(wanted);
    let name = plain;
    for (let n = 2; this.taken.has(name.toLowerCase()); n++) name = `${plain} ${n}`;
    this.taken.add(name.toLowerCase());
    this.given.set(key, name);
    return name;
  }
}

/** A name without signs that are not taken in symbol names (DXF reference, symbol table entries). */
const plainName = (name: string): string =>
  [...name]
    .map((c) => (/[<>/\\":;?*|=`,]/.test(c) || c < ' ' ? '-' : c))
    .join('')
    .trim()
    .slice(0, 200) || 'unnamed';
