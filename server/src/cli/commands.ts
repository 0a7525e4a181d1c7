/** A command of the command line, as its module gives it. */
export interface Command {
  readonly help: string;
  run(args: readonly string[]): Promise<void>;
}

interface Entry {
  load(): Promise<Command>;
  /** It computes for long and runs in a thread of its own, so that signals are heard meanwhile. */
  readonly computes: boolean;
}

const command = (computes: boolean, load: () => Promise<Command>): Entry => ({ load, computes });

/** Every command: one file and one line each. A command loads nothing of the others. */
export const COMMANDS: Readonly<Record<string, Entry>> = {
  screen: command(true, async () => import('./screen.ts').then((m) => ({ help: m.HELP, run: m.screen }))),
  tint: command(true, async () => import('./tint.ts').then((m) => ({ help: m.HELP, run: m.tint }))),
  separate: command(true, async () => import('./separate.ts').then((m) => ({ help: m.HELP, run: m.separate }))),
  job: command(true, async () => import('./job.ts').then((m) => ({ help: m.HELP, run: m.job }))),
  measure: command(true, async () => import('./measure.ts').then((m) => ({ help: m.HELP, run: m.measure }))),
  list: command(false, async () => import('./list.ts').then((m) => ({ help: m.HELP, run: m.list }))),
  mosaic: command(true, async () => import('./mosaic.ts').then((m) => ({ help: m.HELP, run: m.mosaic }))),
  reference: command(false, async () => import('./reference.ts').then((m) => ({ help: m.HELP, run: m.reference }))),
  batch: command(true, async () => import('./batch.ts').then((m) => ({ help: m.HELP, run: m.batch }))),
  recipe: command(true, async () => import('./recipe.ts').then((m) => ({ help: m.HELP, run: m.recipe }))),
  match: command(true, async () => import('./match.ts').then((m) => ({ help: m.HELP, run: m.match }))),
  clip: command(true, async () => import('./clip.ts').then((m) => ({ help: m.HELP, run: m.clip }))),
  stones: command(true, async () => import('./stones.ts').then((m) => ({ help: m.HELP, run: m.stones }))),
  cutter: command(false, async () => import('./cutter.ts').then((m) => ({ help: m.HELP, run: m.cutter }))),
  backup: command(true, async () => import('./backup.ts').then((m) => ({ help: m.HELP, run: m.backup }))),
  restore: command(true, async () => import('./restore.ts').then((m) => ({ help: m.HELP, run: m.restore }))),
  sweep: command(true, async () => import('./sweep.ts').then((m) => ({ help: m.HELP, run: m.sweep }))),
  doctor: command(true, async () => import('./doctor.ts').then((m) => ({ help: m.HELP, run: m.doctor }))),
  password: command(false, async () => import('./password.ts').then((m) => ({ help: m.HELP, run: m.password }))),
};
