import {
  BadRequestException,
  Body,
  Controller,
  Delete,
  Get,
  Header,
  Headers,
  HttpCode,
  Param,
  Post,
  Put,
  Query,
  Res,
  StreamableFile,
} from '@nestjs/common';
import { ApiHeader, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { wholeNumber } from '../errors/whole-number.ts';
import { JobDocumentDto, JobIdsDto, ListDto, TagsDto } from './jobs.dto.ts';
import { JobsService, type ListedJob, type ReadableJob } from './jobs.service.ts';
import { SmallPrintsService } from './small-prints.service.ts';

const FOREVER = 'private, max-age=31536000, immutable';

const summary = (job: ListedJob) => {
  const { id, title, version, demo, updatedAt, createdAt, removedAt } = job;
  const known = { id, title, version, demo, updatedAt, createdAt, removedAt, tags: job.tags ?? [] };
  if ('unreadable' in job) return { ...known, unreadable: job.unreadable };
  return { ...known, sheet: job.document.sheet, passes: job.document.passes.length };
};

const whole = ({ id, version, demo, updatedAt, document }: ReadableJob) => ({ id, version, demo, updatedAt, document });

@ApiTags('jobs')
@Controller('jobs')
export class JobsController {
  constructor(
    private readonly jobs: JobsService,
    private readonly prints: SmallPrintsService,
  ) {}

  /** Jobs on the Shelf or in the trash; the header X-Total-Count says how many there are in all. */
  @Get()
  async list(@Query() { limit, offset, trash, ...asked }: ListDto, @Res({ passthrough: true }) response: Response) {
    const page = {
      limit: limit === undefined ? undefined : wholeNumber(limit, '"limit"', 1, 1000),
      offset: offset === undefined ? undefined : wholeNumber(offset, '"offset"', 0, 1e9),
    };
    const { jobs, total } = await this.jobs.list({ ...asked, ...page, trash: trash === 'yes' });
    response.set('X-Total-Count', String(total));
    return jobs.map(summary);
  }

  @Get('tags')
  tags() {
    return this.jobs.tags();
  }

  /** Deletes jobs of the trash for good: those of a list, or all. */
  @Post('trash/empty')
  @HttpCode(200)
  async empty(@Body() { ids }: JobIdsDto) {
    return { deleted: await this.jobs.purge(ids.length > 0 ? { ids } : 'all') };
  }

  @Put(':id/tags')
  async setTags(@Param('id') id: string, @Body() { tags }: TagsDto) {
    return summary(await this.jobs.setTags(id, tags));
  }

  @Post()
  async create(@Body() body: JobDocumentDto) {
    return whole(await this.jobs.create(body.document, body.demo));
  }

  @Get(':id')
  async get(@Param('id') id: string) {
    return whole(await this.jobs.get(id));
  }

  @Put(':id')
  @ApiHeader({ name: 'If-Match', description: 'The version that this save started from.' })
  async save(@Param('id') id: string, @Headers('if-match') match: string, @Body() body: JobDocumentDto) {
    const version = Number(match?.replaceAll('"', ''));
    if (!Number.isInteger(version))
      throw new BadRequestException('The If-Match header must name the version that was changed.');
    const { version: saved, updatedAt } = await this.jobs.save(id, version, body.document);
    return { id, version: saved, updatedAt };
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Param('id') id: string) {
    return this.jobs.remove(id);
  }

  @Post(':id/restore')
  async restore(@Param('id') id: string) {
    return summary(await this.jobs.restore(id));
  }

  /** The document as it is stored, also where it cannot be read. */
  @Get(':id/document')
  @Header('Content-Type', 'application/octet-stream')
  @Header('Content-Disposition', 'attachment')
  async stored(@Param('id') id: string): Promise<StreamableFile> {
    return new StreamableFile(Buffer.from(await this.jobs.storedText(id)));
  }

  /** The whole sheet as a small picture, printed by the engine. Its address changes with the job's version. */
  @Get(':id/print.png')
  async print(
    @Param('id') id: string,
    @Query('width') width: string,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    const across = wholeNumber(width, '"width"', 16, 1600);
    const gone = new AbortController();
    response.once('close', () => gone.abort());
    const print = await this.prints.printOf(await this.jobs.get(id), across, gone.signal).catch((error: unknown) => {
      if (gone.signal.aborted) return Buffer.alloc(0);
      throw error;
    });
    response.set({ 'Content-Type': 'image/png', 'Cache-Control': FOREVER });
    return new StreamableFile(print);
  }
}
