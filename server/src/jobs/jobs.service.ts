import { randomUUID } from 'node:crypto';
import { type Job, readJob } from '@chromatype/core';
import { ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { IsNull, Not, Repository } from 'typeorm';
import { JobEntity } from './job.entity.ts';

@Injectable()
export class JobsService {
  constructor(@InjectRepository(JobEntity) private readonly jobs: Repository<JobEntity>) {}

  /** Jobs on the Shelf: those of the demo first, then the last changed. */
  list(): Promise<JobEntity[]> {
    return this.jobs.find({ where: { removedAt: IsNull() }, order: { demo: 'DESC', updatedAt: 'DESC' } });
  }

  async get(id: string): Promise<JobEntity> {
    const job = await this.jobs.findOneBy({ id, removedAt: IsNull() });
    if (!job) throw new NotFoundException({ message: 'There is no such job; it may have been removed.' });
    // An older document is brought forward when it is read; the next save keeps it so.
    return { ...job, document: readJob(job.document) as JobEntity['document'] };
  }

  async create(document: unknown, demo = false): Promise<JobEntity> {
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
  async save(id: string, version: number, document: unknown): Promise<JobEntity> {
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
    if (affected !== 1) throw new NotFoundException({ message: 'There is no such job; it may have been removed.' });
  }

  async restore(id: string): Promise<JobEntity> {
    await this.jobs.update({ id, removedAt: Not(IsNull()) }, { removedAt: null });
    return this.get(id);
  }
}
