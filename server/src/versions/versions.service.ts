import { randomUUID } from 'node:crypto';
import { type Job, readJob } from '@chromatype/core';
import { Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, Repository } from 'typeorm';
import { thinnedOut } from './thinning.ts';
import { VersionEntity, type Why } from './version.entity.ts';

/** A version as it is listed. */
export type ListedVersion = Omit<VersionEntity, 'document'>;

const gone = () => new NotFoundException({ message: 'There is no such version; it may have been thinned out.' });
const listed = ({ document: _, ...version }: VersionEntity): ListedVersion => version;
const sameDocument = (a: Job | null, b: Job): boolean => JSON.stringify(a) === JSON.stringify(b);

/** States of jobs that are kept under a name or by themselves, thinned with age. */
@Injectable()
export class VersionsService {
  constructor(@InjectRepository(VersionEntity) private readonly versions: Repository<VersionEntity>) {}

  /** The versions of a job, the newest first. */
  async list(jobId: string): Promise<ListedVersion[]> {
    return this.versions.find({
      select: { id: true, jobId: true, name: true, why: true, createdAt: true },
      where: { jobId },
      order: { createdAt: 'DESC' },
    });
  }

  private async find(jobId: string, id: string): Promise<VersionEntity> {
    const version = await this.versions.findOneBy({ id, jobId });
    if (!version) throw gone();
    return version;
  }

  /** A version with its document, brought forward. @throws JobError when it cannot be read */
  async get(jobId: string, id: string): Promise<ListedVersion & { readonly document: Job }> {
    const version = await this.find(jobId, id);
    return { ...listed(version), document: readJob(version.document) };
  }

  /** Keeps a state of a job. One that was kept last is not kept again; a name given now names it. */
  async keep(jobId: string, document: Job, why: Why, name: string | null = null): Promise<ListedVersion> {
    const last = await this.versions.findOne({ where: { jobId }, order: { createdAt: 'DESC' } });
    if (last && sameDocument(last.document, document) && (name === null || last.name === null)) {
      return name === null ? listed(last) : listed(await this.versions.save({ ...last, name, why: 'named' as const }));
    }
    const createdAt = new Date().toISOString();
    const made = await this.versions.save({ id: randomUUID(), jobId, name, why, document, createdAt });
    await this.thin(jobId);
    return listed(made);
  }

  /** Keeps the state of a job before today's first change. */
  async keepDaily(jobId: string, before: Job, changedAt: string): Promise<void> {
    const today = new Date().toISOString().slice(0, 10);
    if (changedAt.slice(0, 10) !== today) await this.keep(jobId, before, 'daily');
  }

  async rename(jobId: string, id: string, name: string): Promise<ListedVersion> {
    return listed(await this.versions.save({ ...(await this.find(jobId, id)), name, why: 'named' as const }));
  }

  async remove(jobId: string, id: string): Promise<void> {
    await this.find(jobId, id);
    await this.versions.delete({ id });
  }

  /** Forgets every version of jobs that are gone for good. */
  async forget(jobIds: readonly string[]): Promise<void> {
    await this.versions.delete({ jobId: In([...jobIds]) });
  }

  private async thin(jobId: string): Promise<void> {
    const old = thinnedOut(await this.list(jobId), Date.now());
    if (old.length > 0) await this.versions.delete({ id: In(old) });
  }
}
