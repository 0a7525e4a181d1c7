import { randomUUID } from 'node:crypto';
import { mkdirSync, existsSync } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { BadRequestException, Inject, Injectable, NotFoundException } from '@nestjs/common';
import { RunsService } from '../runs/runs.service.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { inspectPackage, type PressReport } from './inspect.ts';

/** What the shop answers; the proof is fetched by its id. */
export interface PressAnswer extends Omit<PressReport, 'proof'> {
  readonly proof: string | null;
}

/** A print shop that ships with the application: it takes plates, looks at them and sends a proof back. */
@Injectable()
export class PressService {
  private readonly folder: string;

  constructor(
    @Inject(SETTINGS) settings: Settings,
    private readonly runs: RunsService,
  ) {
    this.folder = join(settings.data, 'press');
  }

  async takeArchive(zip: Uint8Array): Promise<PressAnswer> {
    const { proof, ...report } = await inspectPackage(zip);
    if (!proof) return { ...report, proof: null };
    const id = randomUUID();
    mkdirSync(this.folder, { recursive: true });
    await writeFile(join(this.folder, `${id}.png`), proof);
    return { ...report, proof: id };
  }

  /** Takes the archive that a run made. */
  async takeRun(id: string): Promise<PressAnswer> {
    const run = await this.runs.get(id);
    if (run.asked.kind !== 'package' || run.state !== 'done') {
      throw new BadRequestException({ message: 'Only a finished archive of plates can be sent to press.' });
    }
    return this.takeArchive(new Uint8Array(await readFile(this.runs.fileOf(run))));
  }

  proofFile(id: string): string {
    const file = join(this.folder, `${id}.png`);
    if (!/^[0-9a-f-]{36}$/.test(id) || !existsSync(file)) {
      throw new NotFoundException({ message: 'There is no such proof.' });
    }
    return file;
  }
}
