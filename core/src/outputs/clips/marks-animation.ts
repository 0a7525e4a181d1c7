import { jobAtFrame } from '../../document/motion-at.ts';
import type { Job } from '../../document/types.ts';
import { hexOfLight } from '../../ink/ink-sets.ts';
import { stockLight } from '../../ink/printed-ink.ts';
import { type Drawing, frameCount } from '../../motion/motion.ts';
import { pixelNames } from '../../picture/types.ts';
import { printingPasses } from '../../print/printing-passes.ts';
import { drawnGroups, outlinesFault, toMm } from '../marks/drawn.ts';
import { groupHead, svgElement, svgHead } from '../marks/marks-svg.ts';
import { short, textSink } from '../marks/text-sink.ts';
import { clipOutput } from './clip-output.ts';

/** Shows a drawing in its time alone (SVG 1.1, animation; values change without a way between them). */
function shownInTime({ motion }: Job, { frame, frames }: Drawing): string {
  const { settings } = motion;
  const count = frameCount(settings);
  const [begin, end] = [frame / count, (frame + frames) / count];
  const last = frame + frames >= count;
  const values = [...(frame > 0 ? ['hidden'] : []), 'visible', ...(last ? [] : ['hidden'])];
  const times = [...(frame > 0 ? [0, begin] : [0]), ...(last ? [] : [end])];
  const repeat = settings.loop ? 'repeatCount="indefinite"' : 'fill="freeze"';
  return `<animate attributeName="visibility" calcMode="discrete" dur="${short(count / settings.rate)}s" ${repeat} values="${values.join(';')}" keyTimes="${times.map(short).join(';')}"/>\n`;
}

export const marksAnimation = clipOutput({
  name: 'clip-svg',
  label: 'Marks that move, SVG',
  about: 'Outlines of all marks of every drawing, each shown in its time; sharp at any size.',
  ending: 'svg',
  type: 'image/svg+xml',
  fileName: 'moving marks',
  longest: 2147483647,
  alpha: true,
  fault: outlinesFault,
  async write({ env, job, progress }, sink, drawings) {
    const mm = toMm(job);
    const text = textSink(sink);
    const { width, height, bleed, stock } = job.sheet;
    text.write(svgHead(job));
    if (job.motion.settings.ground === 'stock')
      text.write(
        `<rect x="${short(-bleed)}" y="${short(-bleed)}" width="${short(width + 2 * bleed)}" height="${short(height + 2 * bleed)}" fill="${hexOfLight(stockLight(stock))}"/>\n`,
      );
    for (const [k, drawing] of drawings.entries()) {
      const still = jobAtFrame(job, drawing.frame);
      await env.load?.(pixelNames(still.pictures));
      text.write(`<g id="drawing-${k + 1}" visibility="${k === 0 ? 'visible' : 'hidden'}">\n`);
      text.write(shownInTime(job, drawing));
      const work = { env, job: still, passes: printingPasses(still) };
      for (const [n, { pass, bands }] of drawnGroups(work).entries()) {
        text.write(groupHead(`drawing-${k + 1}-marks-${n + 1}`, pass));
        for (const band of bands()) for (const drawn of band) text.write(svgElement(drawn, mm));
        text.write('</g>\n');
      }
      text.write('</g>\n');
      progress?.((k + 1) / drawings.length);
    }
    text.write('</svg>\n');
    text.flush();
  },
});
