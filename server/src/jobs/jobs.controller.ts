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
  ParseIntPipe,
  Post,
  Put,
  Query,
  StreamableFile,
} from '@nestjs/common';
import { ApiHeader, ApiTags } from '@nestjs/swagger';
import type { JobEntity } from './job.entity.ts';
import { JobDocumentDto } from './jobs.dto.ts';
import { JobsService } from './jobs.service.ts';
import { SmallPrintsService } from './small-prints.service.ts';

const summary = ({ id, title, version, demo, updatedAt, document }: JobEntity) => ({
  id,
  title,
  version,
  demo,
  updatedAt,
  sheet: document.sheet,
  passes: document.passes.length,
});

const whole = ({ id, version, demo, updatedAt, document }: JobEntity) => ({ id, version, demo, updatedAt, document });

@ApiTags('jobs')
@Controller('jobs')
export class JobsController {
  constructor(
    private readonly jobs: JobsService,
    private readonly prints: SmallPrintsService,
  ) {}

  @Get()
  async list() {
    return (await this.jobs.list()).map(summary);
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

  /** The whole sheet as a small picture, printed by the engine. */
  @Get(':id/print.png')
  @Header('Content-Type', 'image/png')
  @Header('Cache-Control', 'private, max-age=31536000, immutable')
  async print(@Param('id') id: string, @Query('width', ParseIntPipe) width: number): Promise<StreamableFile> {
    if (width < 16 || width > 1600) throw new BadRequestException('"width" must lie between 16 and 1600.');
    return new StreamableFile(await this.prints.printOf(await this.jobs.get(id), width));
  }
}
