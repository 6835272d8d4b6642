import { describe, expect, it } from 'vitest';
import { ago } from './time';

const now = new Date(2026, 5, 20, 15, 0);
const before = (minutes: number) => ago(new Date(now.getTime() - minutes * 60_000).toISOString(), now);

describe('a moment', () => {
  it('is said the shorter the nearer it is', () => {
    expect(before(0.5)).toBe('just now');
    expect(before(12)).toBe('12 min ago');
    expect(before(120)).toBe('today 13:00');
    expect(before(24 * 60)).toBe('19 Jun 15:00');
    expect(before(30 * 24 * 60)).toBe('21 May');
    expect(before(365 * 24 * 60)).toBe('20 Jun 2025');
  });
});
