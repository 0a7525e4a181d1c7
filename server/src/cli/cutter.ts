import { TemplateError } from '../cutter/shape.ts';
import { readTemplate } from '../cutter/read-template.ts';
import { readInput } from './files.ts';
import { UsageError } from './usage-error.ts';

export const HELP = `chromatype cutter TEMPLATE     the stand-in cutter: reads a template (SVG, DXF or PDF) back and reports as JSON:
  holes by layer and by diameter, the length of the path, and what it cannot cut`;

export async function cutter(args: readonly string[]): Promise<void> {
  const [file] = args;
  if (!file || args.length !== 1) throw new UsageError('cutter takes one TEMPLATE.');
  try {
    console.log(JSON.stringify(await readTemplate(await readInput(file))));
  } catch (error) {
    if (error instanceof TemplateError) throw new UsageError(`${file}: ${error.message}`);
    throw error;
  }
}
