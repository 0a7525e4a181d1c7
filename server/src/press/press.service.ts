import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { BadRequestException, Inject, Injectable, NotFoundException } from '@nestjs/common';
import { inNewFolder } from '../disk/incoming.ts';
import { moveFile } from '../disk/move-into-place.ts';
import { RunsService } from '../runs/runs.service.ts';
import { ReadingService } from '../sandbox/reading.service.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import type { PressReport } from './inspect.ts';

/** What the shop answers; the proof is fetched by its id. */
export interface PressAnswer extends Omit<PressReport, 'proof'> {
  readonly proof: string | null;
}

/** A print shop that ships with the application: it takes plates, looks at them and sends a proof back. */
@Injectable()
export class PressService {
  private readonly folder: string;

  constructor(
    @Inject(SETTINGS) private readonly settings: Settings,
    private readonly runs: RunsService,
    private readonly reading: ReadingService,
  ) {
    this.folder = join(settings.data, 'press');
  }

  takeArchive(file: string): Promise<PressAnswer> {
    return inNewFolder(this.settings.data, async (folder) => {
      const { proof, ...report } = await this.reading.inspectPackage({ file, folder });
      if (!proof) return { ...report, proof: null };
      const id = randomUUID();
      await moveFile(proof, join(this.folder, `${id}.png`));
      return { ...report, proof: id };
    });
  }

  /** Takes the archive that a run made. */
  async takeRun(id: string): Promise<PressAnswer> {
    const run = await this.runs.get(id);
    if (run.asked.kind !== 'package' || run.state !== 'done') {
      throw new BadRequestException({ message: 'Only a finished archive of plates can be sent to press.' });
    }
    return this.takeArchive((await this.runs.finished(id)).file);
  }

  proofFile(id: string): string {
    const file = join(this.folder, `${id}.png`);
    if (!/^[0-9a-f-]{36}$/.test(id) || !existsSync(file)) {
      throw new NotFoundException({ message: 'There is no such proof.' });
    }
    return file;
  }
}
