/** A file name from a job's name: letters, digits and hyphens. */
export function fileName(name: string, ending: string): string {
  const plain = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
  return `${plain || 'job'}${ending}`;
}
