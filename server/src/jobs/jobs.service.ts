import { randomUUID } from 'node:crypto';
import { type Job, JobError, readJob } from '@chromatype/core';
import { ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { IsNull, Not, Repository } from 'typeorm';
import { Refused } from '../errors/refused.ts';
import { JobEntity } from './job.entity.ts';

/** A job whose document can be read and is of today's form. */
export interface ReadableJob extends JobEntity {
  readonly document: Job;
}

/** A job as the Shelf lists it: where its document cannot be read, `unreadable` says why. */
export type ListedJob = ReadableJob | (JobEntity & { readonly unreadable: string });

const NO_DOCUMENT = 'The document of this job is damaged and cannot be read.';

const gone = () => new NotFoundException({ message: 'There is no such job; it may have been removed.' });

/** An older document is brought forward when it is read; the next save keeps it so. @throws JobError @throws Refused */
function readable(job: JobEntity): ReadableJob {
  if (job.document === null) throw new Refused(422, NO_DOCUMENT);
  return { ...job, document: readJob(job.document) };
}

function listed(job: JobEntity): ListedJob {
  try {
    return readable(job);
  } catch (error) {
    if (error instanceof JobError || error instanceof Refused) return { ...job, unreadable: error.message };
    throw error;
  }
}

@Injectable()
export class JobsService {
  constructor(@InjectRepository(JobEntity) private readonly jobs: Repository<JobEntity>) {}

  /** Jobs on the Shelf: those of the demo first, then the last changed. */
  async list(): Promise<ListedJob[]> {
    const all = await this.jobs.find({
      where: { removedAt: IsNull() },
      order: { demo: 'DESC', updatedAt: 'DESC' },
    });
    return all.map(listed);
  }

  async get(id: string): Promise<ReadableJob> {
    return readable(await this.stored(id));
  }

  /** The text of a job's document as it is stored, readable or not. */
  async storedText(id: string): Promise<string> {
    const [row] = await this.jobs.query('SELECT CAST(document AS TEXT) AS text FROM job WHERE id = ?', [id]);
    if (!row) throw gone();
    return (row as { text: string | null }).text ?? '';
  }

  async create(document: unknown, demo = false): Promise<ReadableJob> {
    const job = readJob(document);
    const now = new Date().toISOString();
    return this.jobs.save({
      id: randomUUID(),
      title: job.title,
      version: 1,
      document: job,
      demo,
      createdAt: now,
      updatedAt: now,
      removedAt: null,
    });
  }

  /** Saves over `version` only: when another has saved in the meantime, nothing is changed. */
  async save(id: string, version: number, document: unknown): Promise<ReadableJob> {
    const job: Job = readJob(document);
    const { affected } = await this.jobs.update(
      { id, version, removedAt: IsNull() },
      {
        title: job.title,
        document: job as never,
        version: version + 1,
        updatedAt: new Date().toISOString(),
      },
    );
    const stored = await this.get(id);
    if (affected !== 1) {
      throw new ConflictException({
        message: 'This job was changed elsewhere in the meantime; nothing was saved.',
        version: stored.version,
      });
    }
    return stored;
  }

  async remove(id: string): Promise<void> {
    const { affected } = await this.jobs.update({ id, removedAt: IsNull() }, { removedAt: new Date().toISOString() });
    if (affected !== 1) throw gone();
  }

  async restore(id: string): Promise<ListedJob> {
    await this.jobs.update({ id, removedAt: Not(IsNull()) }, { removedAt: null });
    return listed(await this.stored(id));
  }

  private async stored(id: string): Promise<JobEntity> {
    const job = await this.jobs.findOneBy({ id, removedAt: IsNull() });
    if (!job) throw gone();
    return job;
  }
}
