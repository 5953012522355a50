const UNITS: [number, string][] = [
  [1e12, 'TB'],
  [1e9, 'GB'],
  [1e6, 'MB'],
];

/** Room on a disk for people: two digits that count, and a unit of thousands, as makers of disks count. */
export function roomTaken(bytes: number): string {
  if (bytes <= 0) return '0 MB';
  for (const [size, unit] of UNITS) {
    if (bytes >= size) return `${(bytes / size).toLocaleString('en-GB', { maximumFractionDigits: bytes / size < 10 ? 1 : 0 })} ${unit}`;
  }
  return 'under 1 MB';
}
