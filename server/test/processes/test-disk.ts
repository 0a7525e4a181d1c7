import { execFileSync } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** Builds the disk that counts flushes and can be full; gives what a process that uses it needs in its environment. */
export function testDisk(data: string, work: string) {
  const library = join(work, 'disk.so');
  const source = fileURLToPath(new URL('./disk.c', import.meta.url));
  execFileSync('cc', ['-shared', '-fPIC', '-O1', '-o', library, source, '-ldl']);
  const full = join(work, 'full');
  const log = join(work, 'flushes');
  return {
    environment: { LD_PRELOAD: library, TEST_DISK: data, TEST_DISK_FULL: full, TEST_DISK_LOG: log },
    log,
    fill: () => writeFileSync(full, ''),
    /** Fills it for what lies below one folder. */
    fillOnly: (folder: string) => writeFileSync(full, folder),
    empty: () => rmSync(full, { force: true }),
  };
}
