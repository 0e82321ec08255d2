/** How long ago a moment was, in words. */
export function ago(iso: string, now: Date): string {
  const seconds = Math.max(0, (now.getTime() - new Date(iso).getTime()) / 1000);
  if (seconds < 60) return 'just now';
  if (seconds < 3600) return count(Math.floor(seconds / 60), 'minute');
  if (seconds < 86_400) return count(Math.floor(seconds / 3600), 'hour');
  if (seconds < 30 * 86_400) return count(Math.floor(seconds / 86_400), 'day');
  return `on ${iso.slice(0, 10)}`;
}

const count = (n: number, unit: string): string => `${n} ${unit}${n === 1 ? '' : 's'} ago`;
