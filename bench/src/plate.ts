import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createKernels, memorySource, printBands } from '@chromatype/core';
import { HEIGHT, plateJob, WIDTH } from './plate-job.ts';
import { median, ms, type Row, timed } from './statistics.ts';

const TIMES = 5;

/** Round dots, 60 lpi 45°, in PostScript; from the formula of ISO 32000-1:2008, 10.5.3. */
const ROUND =
  '{abs exch abs 2 copy add 1 le {dup mul exch dup mul add 1 exch sub} {1 sub dup mul exch 1 sub dup mul add 1 sub} ifelse}';

function pageOf(raw: string): string {
  const [w, h] = [(WIDTH * 72) / 300, (HEIGHT * 72) / 300];
  return `%!PS
<< /PageSize [${w} ${h}] >> setpagedevice
60 45 ${ROUND} setscreen {} settransfer
${w} ${h} scale
/f (${raw}) (r) file def
<< /ImageType 1 /Width ${WIDTH} /Height ${HEIGHT} /BitsPerComponent 8 /Decode [0 1]
   /ImageMatrix [${WIDTH} 0 0 ${-HEIGHT} 0 ${HEIGHT}] /DataSource f >> /DeviceGray setcolorspace image showpage
`;
}

/** The plate of a 24-megapixel grey picture, beside the PostScript interpreter's page of the same, in one run. */
export function plateRows(grey: Uint8Array, folder: string): Row[] {
  writeFileSync(join(folder, 'grey.raw'), grey);
  writeFileSync(join(folder, 'page.ps'), pageOf(join(folder, 'grey.raw')));
  writeFileSync(join(folder, 'empty.ps'), '%!PS\n');
  const interpreter = (file: string) => () => {
    execFileSync('gs', [
      '-q',
      '-dNOPAUSE',
      '-dBATCH',
      '-dNOSAFER',
      '-sDEVICE=pbmraw',
      '-r300',
      `-g${WIDTH}x${HEIGHT}`,
      `-sOutputFile=${join(folder, 'page.pbm')}`,
      join(folder, file),
    ]);
  };
  const job = plateJob();
  const source = memorySource(WIDTH, HEIGHT, 1, grey);
  const kernels = createKernels();
  const ours = () => {
    let bytes = 0;
    for (const band of printBands({ kernels, pictures: () => source }, job, job.passes))
      bytes += band.plates[0]!.data.length;
    if (bytes !== (WIDTH / 8) * HEIGHT) throw new Error('The plate is incomplete.');
  };
  const [first] = timed(1, ours);
  timed(3, ours);
  const mine = median(timed(TIMES, ours));
  const theirs = median(timed(TIMES, interpreter('page.ps')));
  const starting = median(timed(TIMES, interpreter('empty.ps')));
  const ratio = theirs / mine;
  return [
    {
      work: 'plate, 24 MP, 60 lpi 45°, one thread, beside the interpreter',
      measured: `${ms(mine)} : ${ms(theirs)} = ${ratio.toFixed(1)} ×`,
      asked: '5 ×',
      holds: ratio >= 5,
      value: ratio,
      more: true,
    },
    {
      work: '  of which: our first plate, with compiling; the interpreter doing nothing',
      measured: `${ms(first!)}; ${ms(starting)}`,
      asked: '(for information)',
      holds: true,
    },
  ];
}
