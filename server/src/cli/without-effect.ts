import {
  FAMILIES,
  type Fill,
  fillOf,
  type Job,
  type Param,
  screenPrints,
  screenTraits,
  settingAt,
  SHARED_PARAMS,
} from '@chromatype/core';
import { UsageError } from './usage-error.ts';

/** An option that was given, and the path of the setting that it sets. */
export interface GivenOption {
  readonly option: string;
  readonly path: string;
}

/** Which of the shared settings count, by what is true of a screen. */
function sharedCounts(name: string, { screen }: Fill, ppi: number): boolean {
  const traits = screenTraits(screen, ppi);
  // Marks are counted across and down at no angle, and always take one tone a cell.
  if (name === 'angle') return traits.lattice || (traits.outlines ?? false);
  if (name === 'oneTone') return traits.cells || (traits.outlines ?? false);
  if (name === 'centreX' || name === 'centreY') return traits.centre;
  if (name === 'seed') return traits.chance;
  return true;
}

/** A screen in words: its family and what was chosen of it. */
function screenWords({ screen }: Fill): string {
  const { cells, label } = FAMILIES.find((f) => f.name === screen.family)!;
  const own = screen[screen.family] as Readonly<Record<string, unknown>>;
  return cells ? `${label.toLowerCase()} ${own[cells]}` : label.toLowerCase();
}

/** Whether a setting changes what a fill prints. */
function counts(path: string, fill: Fill, ppi: number): boolean {
  const [group = '', name = ''] = path.split('.');
  const { screen } = fill;
  if (group === 'screen' && name in SHARED_PARAMS) return sharedCounts(name, fill, ppi);
  const family = FAMILIES.find((f) => f.name === group);
  // Colours of a palette are matched by their light, whatever a tone means.
  if (path === 'tone.meaning') return !screenPrints(screen).palette;
  if (!family) return true;
  if (family.name !== screen.family) return false;
  const param: (Param & { when?(settings: object): boolean }) | undefined = settingAt(path)?.param;
  return param?.when?.(screen[family.name]) ?? true;
}

/**
 * Refuses options that change nothing with the screen that is chosen.
 * @throws UsageError naming the first of them
 */
export function refuseWithoutEffect(job: Job, pass: string, given: readonly GivenOption[]): void {
  const fill = fillOf(job.passes.find((p) => p.id === pass)!);
  const bare = given.find(({ path }) => path.startsWith('stencil.') && fill.stencil === null);
  if (bare) throw new UsageError(`${bare.option} has no effect without --stencil; leave it out.`);
  const idle = given.find(({ path }) => !counts(path, fill, job.sheet.ppi));
  if (idle) throw new UsageError(`${idle.option} has no effect with ${screenWords(fill)}; leave it out.`);
}
