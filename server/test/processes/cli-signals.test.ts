import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import { fairTime } from '../../../bench/src/processes/control.ts';
import { until } from '../../../bench/src/processes/requests.ts';
import { commandLine } from '../command-line.ts';
import { testDisk } from './test-disk.ts';

const MAIN = fileURLToPath(new URL('../../dist/cli/main.js', import.meta.url));
const { folder, chromatype, clear } = await commandLine();
const temporary = mkdtempSync(join(tmpdir(), 'chromatype-tmp-'));
afterAll(() => {
  clear();
  rmSync(temporary, { recursive: true });
});

beforeAll(async () => {
  // A sheet of 5000 pixels a side, which takes some seconds to screen.
  await sharp({ create: { width: 5000, height: 5000, channels: 3, background: '#8899aa' } })
    .png()
    .toFile(join(folder, 'large.png'));
});

const partial = () => readdirSync(folder).filter((name) => name.includes('.partial'));

test.each([
  ['SIGINT', 130],
  ['SIGTERM', 143],
] as const)('%s ends a command in the middle and leaves nothing half written', async (signal, status) => {
  writeFileSync(join(folder, 'out.png'), 'before');
  const child = spawn(process.execPath, [MAIN, 'screen', 'large.png', 'out.png', '--grain', 'stucki'], {
    cwd: folder,
    env: { ...process.env, TMPDIR: temporary },
  });
  const ended = new Promise((resolve) => child.on('exit', resolve));
  await until(() => partial().length > 0);
  const ms = await fairTime(() => {
    child.kill(signal);
    return ended;
  });
  expect(await ended).toBe(status);
  expect(ms).toBeLessThan(1000);
  expect(partial()).toEqual([]);
  expect(readFileSync(join(folder, 'out.png'), 'utf8')).toBe('before');
  expect(readdirSync(temporary)).toEqual([]);
});

test('an OUT that cannot be written is refused by its true reason', async () => {
  // The kernel's own file system takes no new files, not even of root.
  const { code, err } = await chromatype('screen', 'flat.png', '/proc/self/out.png');
  expect(code).toBe(2);
  expect(err).toMatch(/^\/proc\/self\/out\.png cannot be written: (it is not permitted|permission is denied)\.\n$/);
});

test('a full disk is said as such', async () => {
  const disk = testDisk(folder, temporary);
  disk.fill();
  const child = spawn(process.execPath, [MAIN, 'screen', 'flat.png', 'full.png'], {
    cwd: folder,
    env: { ...process.env, ...disk.environment },
  });
  let said = '';
  child.stderr.on('data', (text) => {
    said += text;
  });
  const code = await new Promise((resolve) => child.on('close', resolve));
  expect([code, said]).toEqual([1, 'The output cannot be written: the disk is full.\n']);
  expect(existsSync(join(folder, 'full.png'))).toBe(false);
  expect(partial()).toEqual([]);
  disk.empty();
});
