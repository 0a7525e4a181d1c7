// Compiles the AssemblyScript kernels and wraps the module as a TypeScript constant, so that
// browsers' workers and the server load the very same bytes without a file system or network.
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import asc from 'assemblyscript/asc';

const sources = 'core/kernels';
const target = 'core/src/kernel/wasm.generated.ts';
const newest = Math.max(...readdirSync(sources).map((f) => statSync(join(sources, f)).mtimeMs));
if (existsSync(target) && statSync(target).mtimeMs > newest && !process.argv.includes('--force')) process.exit(0);

const folder = mkdtempSync(join(tmpdir(), 'kernels-'));
const file = join(folder, 'kernels.wasm');
const { error, stderr } = await asc.main([
  'core/kernels/index.ts',
  '--outFile',
  file,
  '--config',
  'core/kernels/asconfig.json',
  '--enable',
  'simd',
  '--enable',
  'bulk-memory',
  '--bindings',
  'raw',
]);
if (error) {
  console.error(stderr.toString());
  process.exit(1);
}
const bytes = readFileSync(file);
rmSync(folder, { recursive: true });
writeFileSync(
  target,
  `// Made by scripts/build-kernels.mjs from core/kernels.\nexport const KERNELS_BASE64 =\n  '${bytes.toString('base64')}';\n`,
);
console.log(`kernels: ${bytes.length} bytes`);
