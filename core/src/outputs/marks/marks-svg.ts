import type { Job, Pass } from '../../document/types.ts';
import { hexOfLight } from '../../ink/ink-sets.ts';
import { solidLight } from '../../ink/printed-ink.ts';
import { output } from '../output.ts';
import { type Drawn, drawnGroups, outlinesFault, toMm } from './drawn.ts';
import { estimateOutlines } from './estimate.ts';
import { eachSegment } from './segments.ts';
import { short, textSink, xml } from './text-sink.ts';

/** Writes one outline as an element (SVG 1.1): a full circle as `circle`, anything else as `path`. */
export function svgElement(drawn: Drawn, mm: (px: number) => number): string {
  const colour = drawn.colour ? ` fill="${drawn.colour}"` : '';
  if (drawn.circle) {
    const { x, y, r } = drawn.circle;
    return `<circle cx="${short(mm(x))}" cy="${short(mm(y))}" r="${short(mm(r) - mm(0))}"${colour}/>\n`;
  }
  let d = '';
  eachSegment(drawn, mm, mm, (letter, numbers) => {
    d += letter + numbers.map(short).join(' ');
  });
  return `<path d="${d}"${colour}/>\n`;
}

/** The first lines of a file of outlines in mm, with its title. */
export function svgHead({ sheet: { width, height, bleed }, title }: Job): string {
  const [w, h] = [width + 2 * bleed, height + 2 * bleed].map(short);
  return (
    '<?xml version="1.0" encoding="UTF-8"?>\n' +
    `<svg xmlns="http://www.w3.org/2000/svg" width="${w}mm" height="${h}mm" viewBox="${short(-bleed)} ${short(-bleed)} ${w} ${h}">\n` +
    `<title>${xml(title)}</title>\n`
  );
}

/** Inks that let light through multiply with what lies beneath, and lamps add to it. */
const BLENDS: Readonly<Record<string, string>> = { overprint: 'multiply', light: 'plus-lighter' };

/** Begins the group of the marks of one pass, in its ink. */
export function groupHead(id: string, pass: Pass): string {
  const ink = hexOfLight(solidLight(pass.ink));
  const mode = BLENDS[pass.ink.meets];
  const blend = mode ? ` style="mix-blend-mode:${mode}"` : '';
  return `<g id="${id}" data-pass="${xml(pass.name)}" data-ink="${xml(pass.ink.name || pass.name)}" fill="${ink}"${blend}>\n`;
}

export const marksSvg = output({
  name: 'marks-svg',
  label: 'Marks, SVG',
  about: 'Outlines of all marks in mm; a group for each pass and ink.',
  ending: 'svg',
  type: 'image/svg+xml',
  of: 'job',
  oneBit: false,
  fileName: 'marks',
  fault: outlinesFault,
  async write(work, sink) {
    const { job } = work;
    const mm = toMm(job);
    const text = textSink(sink);
    text.write(svgHead(job));
    for (const [k, { pass, bands }] of drawnGroups(work).entries()) {
      text.write(groupHead(`marks-${k + 1}`, pass));
      for (const band of bands()) for (const drawn of band) text.write(svgElement(drawn, mm));
      text.write('</g>\n');
    }
    text.write('</svg>\n');
    text.flush();
  },
  estimate: (work) => {
    const mm = toMm(work.job);
    return estimateOutlines(work, (drawn) => svgElement(drawn, mm).length);
  },
});
