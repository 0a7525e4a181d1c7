import { Body, Controller, Delete, Get, HttpCode, Param, Patch, Post } from '@nestjs/common';
import { readJob } from '@chromatype/core';
import { ApiTags } from '@nestjs/swagger';
import { JobsService } from '../jobs/jobs.service.ts';
import { KeepVersionDto, VersionNameDto } from './versions.dto.ts';
import { VersionsService } from './versions.service.ts';

@ApiTags('versions')
@Controller('jobs/:job/versions')
export class VersionsController {
  constructor(
    private readonly jobs: JobsService,
    private readonly versions: VersionsService,
  ) {}

  @Get()
  list(@Param('job') job: string) {
    return this.versions.list(job);
  }

  /** Keeps the saved state of a job, or the one that is sent. */
  @Post()
  async keep(@Param('job') job: string, @Body() { name, why, document }: KeepVersionDto) {
    const stored = await this.jobs.get(job);
    return this.versions.keep(job, document ? readJob(document) : stored.document, why, name ?? null);
  }

  @Get(':id')
  get(@Param('job') job: string, @Param('id') id: string) {
    return this.versions.get(job, id);
  }

  @Patch(':id')
  rename(@Param('job') job: string, @Param('id') id: string, @Body() { name }: VersionNameDto) {
    return this.versions.rename(job, id, name);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Param('job') job: string, @Param('id') id: string) {
    return this.versions.remove(job, id);
  }
}
