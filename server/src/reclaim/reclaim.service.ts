import { existsSync } from 'node:fs';
import { readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Inject, Injectable, Logger, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, IsNull, LessThan, Repository } from 'typeorm';
import { batchFolder } from '../batch/batch-folder.ts';
import { JobEntity } from '../jobs/job.entity.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { printsFolder } from '../jobs/small-prints.service.ts';
import { RecipeEntity } from '../recipes/recipe.entity.ts';
import { RunEntity } from '../runs/run.entity.ts';
import { fileOfRun } from '../runs/run-files.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { SweepService } from './sweep.service.ts';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

/** Days that a run that is over keeps its file and its line in the list. */
export const RUN_DAYS = 30;

/** Days that a removed job or recipe can be brought back. */
export const TRASH_DAYS = 30;

/**
 * Gives back room that nobody needs: once at the start, then every hour. Small prints are made anew when a job is
 * restored, and a run can be made again from its job.
 */
@Injectable()
export class ReclaimService implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly log = new Logger('reclaim');
  private timer: NodeJS.Timeout | null = null;

  constructor(
    @InjectRepository(JobEntity) private readonly jobs: Repository<JobEntity>,
    @InjectRepository(RunEntity) private readonly runs: Repository<RunEntity>,
    @InjectRepository(RecipeEntity) private readonly recipes: Repository<RecipeEntity>,
    @Inject(SETTINGS) private readonly settings: Settings,
    private readonly shelf: JobsService,
    private readonly sweep: SweepService,
  ) {}

  async onApplicationBootstrap(): Promise<void> {
    this.timer = setInterval(() => void this.safely(), HOUR).unref();
    await this.safely();
  }

  onModuleDestroy(): void {
    if (this.timer) clearInterval(this.timer);
  }

  private async safely(): Promise<void> {
    try {
      await this.oldRuns();
      await this.oldTrash();
      await this.printsOfRemovedJobs();
      await this.sweep.sweep();
    } catch (error) {
      this.log.error(error);
    }
  }

  /** Jobs and recipes that have lain in the trash long enough are deleted for good. */
  private async oldTrash(): Promise<void> {
    const before = new Date(Date.now() - TRASH_DAYS * DAY).toISOString();
    await this.shelf.purge({ before });
    await this.recipes.delete({ removedAt: LessThan(before) });
  }

  /** Files go before their rows, so that none is left that nothing names. */
  private async oldRuns(): Promise<void> {
    const before = new Date(Date.now() - RUN_DAYS * DAY).toISOString();
    const old = await this.runs.find({
      select: { id: true, asked: true },
      where: { state: In(['done', 'failed', 'cancelled']), updatedAt: LessThan(before) },
    });
    for (const run of old) {
      if (run.asked) await rm(fileOfRun(this.settings.data, run), { force: true });
      await rm(batchFolder(this.settings.data, run.id), { recursive: true, force: true });
      await this.runs.delete({ id: run.id });
    }
  }

  private async printsOfRemovedJobs(): Promise<void> {
    const folder = printsFolder(this.settings.data);
    if (!existsSync(folder)) return;
    const kept = new Set(
      (await this.jobs.find({ select: { id: true }, where: { removedAt: IsNull() } })).map((j) => j.id),
    );
    for (const name of (await readdir(folder)).filter((n) => !kept.has(n))) {
      await rm(join(folder, name), { recursive: true, force: true });
    }
  }
}
