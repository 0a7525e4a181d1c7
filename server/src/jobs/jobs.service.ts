import { randomUUID } from 'node:crypto';
import { type Job, JobError, readJob } from '@chromatype/core';
import { ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, IsNull, LessThan, Not, Repository } from 'typeorm';
import { Refused } from '../errors/refused.ts';
import { VersionsService } from '../versions/versions.service.ts';
import { JobEntity } from './job.entity.ts';
import { type ListAsked, listQuery } from './list-query.ts';
import { searchText } from './search-text.ts';

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

/** Jobs of a list, and how many there are beside them. */
export interface JobPage {
  readonly jobs: readonly ListedJob[];
  readonly total: number;
}

@Injectable()
export class JobsService {
  constructor(
    @InjectRepository(JobEntity) private readonly jobs: Repository<JobEntity>,
    private readonly versions: VersionsService,
  ) {}

  /** Jobs on the Shelf or in the trash: those of the demo first, then the last changed, unless asked otherwise. */
  async list(asked: ListAsked = {}): Promise<JobPage> {
    const { where, order, values } = listQuery(asked);
    const [{ total }] = await this.jobs.query(`SELECT count(*) AS total FROM job WHERE ${where}`, [...values]);
    const { limit = -1, offset = 0 } = asked;
    const ids = (await this.jobs.query(`SELECT id FROM job WHERE ${where} ORDER BY ${order} LIMIT ? OFFSET ?`, [
      ...values,
      limit,
      offset,
    ])) as { id: string }[];
    const found = new Map((await this.jobs.findBy({ id: In(ids.map(({ id }) => id)) })).map((job) => [job.id, job]));
    return { jobs: ids.flatMap(({ id }) => found.get(id) ?? []).map(listed), total };
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

  async create(document: unknown, demo = false, tags: readonly string[] = []): Promise<ReadableJob> {
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
      tags,
      search: searchText(job.title, tags),
    });
  }

  /** Saves over `version` only: when another has saved in the meantime, nothing is changed. */
  async save(id: string, version: number, document: unknown): Promise<ReadableJob> {
    const job: Job = readJob(document);
    const before = await this.stored(id);
    if (before.version === version && before.document !== null)
      await this.versions.keepDaily(id, before.document, before.updatedAt);
    const { affected } = await this.jobs.update(
      { id, version, removedAt: IsNull() },
      {
        title: job.title,
        document: job as never,
        version: version + 1,
        updatedAt: new Date().toISOString(),
        search: searchText(job.title, before.tags ?? []),
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

  /** Tags that jobs on the Shelf have, and how many have each. */
  async tags(): Promise<{ readonly tag: string; readonly jobs: number }[]> {
    const rows = (await this.jobs.query("SELECT tags FROM job WHERE removedAt IS NULL AND tags <> '[]'")) as {
      tags: string;
    }[];
    const counts = new Map<string, number>();
    for (const tag of rows.flatMap((row) => JSON.parse(row.tags) as string[]))
      counts.set(tag, (counts.get(tag) ?? 0) + 1);
    return [...counts].map(([tag, jobs]) => ({ tag, jobs })).sort((a, b) => a.tag.localeCompare(b.tag));
  }

  /** Gives a job other tags. Its document and its version stay. */
  async setTags(id: string, tags: readonly string[]): Promise<ListedJob> {
    const job = await this.stored(id);
    const own = [...new Set(tags.map((tag) => tag.trim()).filter(Boolean))];
    await this.jobs.update({ id }, { tags: own as never, search: searchText(job.title, own) });
    return listed(await this.stored(id));
  }

  /** Moves a job to the trash. */
  async remove(id: string): Promise<void> {
    const { affected } = await this.jobs.update({ id, removedAt: IsNull() }, { removedAt: new Date().toISOString() });
    if (affected !== 1) throw gone();
  }

  async restore(id: string): Promise<ListedJob> {
    await this.jobs.update({ id, removedAt: Not(IsNull()) }, { removedAt: null });
    return listed(await this.stored(id));
  }

  /** Deletes jobs of the trash for good, with their versions: those of the ids, or those removed before a time. */
  async purge(which: { readonly ids: readonly string[] } | { readonly before: string } | 'all'): Promise<number> {
    const removed =
      which === 'all'
        ? { removedAt: Not(IsNull()) }
        : 'ids' in which
          ? { id: In([...which.ids]), removedAt: Not(IsNull()) }
          : { removedAt: LessThan(which.before) };
    const ids = (await this.jobs.find({ select: { id: true }, where: removed })).map(({ id }) => id);
    if (ids.length === 0) return 0;
    await this.jobs.delete({ id: In(ids), removedAt: Not(IsNull()) });
    await this.versions.forget(ids);
    return ids.length;
  }

  private async stored(id: string): Promise<JobEntity> {
    const job = await this.jobs.findOneBy({ id, removedAt: IsNull() });
    if (!job) throw gone();
    return job;
  }
}
