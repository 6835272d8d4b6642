/** Moments as one says them: `just now`, `12 min ago`, `today 14:05`, `3 Nov`. */
export function ago(iso: string, now: Date = new Date()): string {
  const then = new Date(iso);
  const minutes = Math.floor((now.getTime() - then.getTime()) / 60_000);
  if (minutes < 1) return 'just now';
  if (minutes < 60) return `${minutes} min ago`;
  const clock = then.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  if (then.toDateString() === now.toDateString()) return `today ${clock}`;
  const year = then.getFullYear() === now.getFullYear() ? {} : ({ year: 'numeric' } as const);
  const day = then.toLocaleDateString('en-GB', { day: 'numeric', month: 'short', ...year });
  return minutes < 7 * 24 * 60 ? `${day} ${clock}` : day;
}
