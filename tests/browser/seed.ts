import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const seeded = join(dirname(fileURLToPath(import.meta.url)), '../../bin/seed-demo');

/**
 * Makes the data folder that servers of tests begin with: the demo set, with all that workers find out about its photos. Made once, it is
 * copied for each server; else each would study all photos beside the tests. TOVRIN_TEST_SEED names one that is there already.
 */
export default function seed(): (() => void) | undefined {
  if (process.env['TOVRIN_TEST_SEED'] !== undefined) return undefined;
  const folder = mkdtempSync(join(tmpdir(), 'tovrin-seed-'));
  execFileSync(seeded, [folder]);
  process.env['TOVRIN_TEST_SEED'] = folder;
  return () => {
    rmSync(folder, { recursive: true, force: true });
  };
}
