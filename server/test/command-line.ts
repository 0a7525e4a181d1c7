import { execFile } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';

const main = fileURLToPath(new URL('../dist/cli/main.js', import.meta.url));

/** A folder with an even picture, `flat.png`, and the command line run in it. */
export async function commandLine() {
  const folder = mkdtempSync(join(tmpdir(), 'chromatype-cli-'));
  await sharp({ create: { width: 800, height: 800, channels: 3, background: '#bcbcbc' } })
    .png()
    .withMetadata({ density: 300 })
    .toFile(join(folder, 'flat.png'));
  const chromatype = (...args: string[]) =>
    new Promise<{ code: number; out: string; err: string }>((resolve) => {
      execFile(process.execPath, [main, ...args], { cwd: folder }, (error, out, err) =>
        resolve({ code: Number(error?.code ?? 0), out, err }),
      );
    });
  return { folder, chromatype, clear: () => rmSync(folder, { recursive: true }) };
}
