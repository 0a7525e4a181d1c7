import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Bitmap, strideOf } from '../../src/index.ts';

/** Spot functions in PostScript, written from the formulas of ISO 32000-1:2008, 10.5.3. */
export const POSTSCRIPT_SPOTS: Record<string, string> = {
  SimpleDot: '{dup mul exch dup mul add 1 exch sub}',
  Round:
    '{abs exch abs 2 copy add 1 le {dup mul exch dup mul add 1 exch sub} {1 sub dup mul exch 1 sub dup mul add 1 sub} ifelse}',
  Ellipse:
    '{abs exch abs 2 copy 3 mul exch 4 mul add 3 sub dup 0 lt {pop dup mul exch 0.75 div dup mul add 4 div 1 exch sub} {dup 1 gt {pop 1 exch sub dup mul exch 1 exch sub 0.75 div dup mul add 4 div 1 sub} {0.5 exch sub exch pop exch pop} ifelse} ifelse}',
  InvertedSimpleDot: '{dup mul exch dup mul add 1 sub}',
  DoubleDot: '{360 mul sin 2 div exch 360 mul sin 2 div add}',
  InvertedDoubleDot: '{360 mul sin 2 div exch 360 mul sin 2 div add neg}',
  CosineDot: '{180 mul cos exch 180 mul cos add 2 div}',
  Double: '{360 mul sin 2 div exch 2 div 360 mul sin 2 div add}',
  InvertedDouble: '{360 mul sin 2 div exch 2 div 360 mul sin 2 div add neg}',
  LineX: '{pop}',
  LineY: '{exch pop}',
  EllipseA: '{dup mul 0.9 mul exch dup mul add 1 exch sub}',
  InvertedEllipseA: '{dup mul 0.9 mul exch dup mul add 1 sub}',
  EllipseB: '{dup 5 mul 8 div mul exch dup mul exch add sqrt 1 exch sub}',
  EllipseC: '{dup mul exch dup mul 0.9 mul add 1 exch sub}',
  InvertedEllipseC: '{dup mul exch dup mul 0.9 mul add 1 sub}',
  Rhomboid: '{abs exch abs 0.9 mul add 2 div}',
  Square: '{abs exch abs 2 copy lt {exch} if pop neg}',
  Diamond:
    '{abs exch abs 2 copy add 0.75 le {dup mul exch dup mul add 1 exch sub} {2 copy add 1.23 le {0.85 mul add 1 exch sub} {1 sub dup mul exch 1 sub dup mul add 1 sub} ifelse} ifelse}',
  Line: '{exch pop abs neg}',
  Cross: '{abs exch abs 2 copy gt {exch} if pop neg}',
};

function readPbm(bytes: Buffer): Bitmap {
  const head = /^P4\s+(?:#[^\n]*\n\s*)*(\d+)\s+(\d+)\s/.exec(bytes.subarray(0, 200).toString('latin1'))!;
  const [width, height] = [Number(head[1]), Number(head[2])];
  return { width, height, stride: strideOf(width), data: new Uint8Array(bytes.subarray(head[0].length)) };
}

/** Plates of flat tones made by a PostScript interpreter: a square page of `side` pixels for each grey 0..1. */
export function interpreterPlates(
  spot: string,
  lpi: number,
  angle: number,
  ppi: number,
  side: number,
  tones: readonly number[],
): Bitmap[] {
  const folder = mkdtempSync(join(tmpdir(), 'plates-'));
  try {
    const points = (side / ppi) * 72;
    const pages = tones.map(
      (tone) => `${lpi} ${angle} ${POSTSCRIPT_SPOTS[spot]} setscreen {} settransfer
${1 - tone} setgray 0 0 ${points} ${points} rectfill showpage`,
    );
    writeFileSync(
      join(folder, 'in.ps'),
      `%!PS\n<< /PageSize [${points} ${points}] >> setpagedevice\n${pages.join('\n')}\n`,
    );
    execFileSync('gs', [
      '-q',
      '-dNOPAUSE',
      '-dBATCH',
      '-dSAFER',
      '-sDEVICE=pbmraw',
      `-r${ppi}`,
      `-g${side}x${side}`,
      `-sOutputFile=${join(folder, 'out-%03d.pbm')}`,
      join(folder, 'in.ps'),
    ]);
    return tones.map((_, k) => readPbm(readFileSync(join(folder, `out-${String(k + 1).padStart(3, '0')}.pbm`))));
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/**
 * A plate of a picture made by a PostScript interpreter: a square page of `side` pixels. `tones` are bytes, 0 bare and 255
 * solid, `across` in each of as many rows.
 */
export function interpreterPlate(
  spot: string,
  lpi: number,
  angle: number,
  ppi: number,
  side: number,
  tones: Uint8Array,
  across: number,
): Bitmap {
  const folder = mkdtempSync(join(tmpdir(), 'plates-'));
  try {
    const points = (side / ppi) * 72;
    const greys = Buffer.from(tones.map((v) => 255 - v)).toString('hex');
    writeFileSync(
      join(folder, 'in.ps'),
      `%!PS
<< /PageSize [${points} ${points}] >> setpagedevice
<< /HalftoneType 1 /Frequency ${lpi} /Angle ${-angle} /SpotFunction ${POSTSCRIPT_SPOTS[spot]} /AccurateScreens true >> sethalftone
{} settransfer
${points} ${points} scale
/row ${across} string def
${across} ${across} 8 [${across} 0 0 -${across} 0 ${across}] { currentfile row readhexstring pop } image
${greys}
showpage
`,
    );
    execFileSync('gs', [
      ...['-q', '-dNOPAUSE', '-dBATCH', '-dSAFER', '-sDEVICE=pbmraw', `-r${ppi}`, `-g${side}x${side}`],
      ...[`-sOutputFile=${join(folder, 'out.pbm')}`, join(folder, 'in.ps')],
    ]);
    return readPbm(readFileSync(join(folder, 'out.pbm')));
  } finally {
    rmSync(folder, { recursive: true });
  }
}
