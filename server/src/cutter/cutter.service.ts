import { BadRequestException, Injectable } from '@nestjs/common';
import { RunsService } from '../runs/runs.service.ts';
import { ReadingService } from '../sandbox/reading.service.ts';
import type { CutReport } from './report.ts';

/** Outputs that the cutter takes. */
const TEMPLATES: readonly string[] = ['stones-svg', 'stones-dxf', 'stones-pdf'];

/** A cutter that ships with the application: it takes templates and says what it would cut. */
@Injectable()
export class CutterService {
  constructor(
    private readonly runs: RunsService,
    private readonly reading: ReadingService,
  ) {}

  takeFile(file: string): Promise<CutReport> {
    return this.reading.readTemplate({ file });
  }

  /** Takes the template that a run made. */
  async takeRun(id: string): Promise<CutReport> {
    const run = await this.runs.get(id);
    if (!TEMPLATES.includes(run.asked.kind) || run.state !== 'done') {
      throw new BadRequestException({ message: 'Only a finished template can be sent to the cutter.' });
    }
    return this.takeFile((await this.runs.finished(id)).file);
  }
}
