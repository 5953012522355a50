/** How the photo's tones are spread, from dark to light, filled from below; for a drawing 255 wide and 100 high. The very ends do not decide its height. */
export function TonesShape({ counts }: { counts: readonly number[] }) {
  const most = Math.max(1, ...counts.slice(2, 254));
  return <path d={`M0 100 ${counts.map((count, i) => `L${String(i)} ${String(100 - Math.min(1, count / most) * 88)}`).join(' ')} L255 100Z`} fill="#484848" />;
}
