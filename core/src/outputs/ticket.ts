import { labOfLight } from '../colour/lab.ts';
import { fillOf } from '../document/fills.ts';
import type { Job } from '../document/types.ts';
import { solidLight } from '../ink/printed-ink.ts';
import { plateWords } from '../plates/marked.ts';
import { printingPasses } from '../print/printing-passes.ts';
import { screenCaption } from '../screen/compile-screen.ts';

const number = (value: number, digits = 2): string => String(Number(value.toFixed(digits)));

export interface TicketPlate {
  readonly file: string;
  readonly coverage: number;
}

/** What a shop needs to know of a job, in words. */
export function jobTicket(job: Job, files: readonly TicketPlate[]): string {
  const { sheet, plates } = job;
  const passes = printingPasses(job);
  const film = [plates.mirror ? 'mirrored' : 'read right', plates.negative ? 'negative' : 'positive'].join(', ');
  const rows = passes.map((pass, k) => {
    const { ink } = pass;
    const { screen } = fillOf(pass);
    const lab = labOfLight(solidLight(ink)).map((v) => number(v, 1));
    const meets = ink.meets === 'light' ? 'adds light' : ink.opacity >= 0.99 ? 'covers' : 'overprints';
    return [
      `${k + 1}. ${pass.name}`,
      `   ink       ${ink.name}, ${ink.colour}, L*a*b* ${lab.join(' ')}, ${meets}`,
      `   screen    ${screen.family}, ${screenCaption(sheet, screen)}`,
      `   coverage  ${number(files[k]!.coverage * 100, 1)} %`,
      `   file      ${files[k]!.file}`,
    ].join('\n');
  });
  return [
    `Job        ${job.title}`,
    `Sheet      ${number(sheet.width)} x ${number(sheet.height)} mm trimmed, ${number(sheet.bleed)} mm bleed`,
    `Stock      ${sheet.stock.name}, ${sheet.stock.colour}`,
    `Plates     ${passes.length}, ${number(sheet.ppi)} ppi, one bit, ${film}, margin ${number(plates.margin)} mm`,
    `Order      first named is printed first`,
    '',
    ...rows,
    '',
    ...passes.map((pass) => plateWords(job, pass)),
    '',
  ].join('\n');
}
