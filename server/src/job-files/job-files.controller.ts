import { Controller, Get, Param, Post, Query, Req, Res, StreamableFile } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { Refused } from '../errors/refused.ts';
import { Limited } from '../limits/limited.ts';
import { JobFilesService } from './job-files.service.ts';

const attached = (name: string) => ({
  'Content-Type': 'application/zip',
  'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
});

/** Hears when nobody waits for an answer any more. */
function goneWith(response: Response): AbortSignal {
  const gone = new AbortController();
  response.once('close', () => gone.abort());
  return gone.signal;
}

@ApiTags('job files')
@Controller('jobs')
export class JobFilesController {
  constructor(private readonly files: JobFilesService) {}

  /** The files of several jobs in one archive. */
  @Get('files')
  all(@Query('ids') ids: string | undefined, @Res({ passthrough: true }) response: Response): StreamableFile {
    const list = (ids ?? '').split(',').filter(Boolean);
    if (list.length === 0) throw new Refused(400, '"ids" must name jobs, divided by commas.');
    const zip = this.files.writeAll(list, goneWith(response));
    response.set(attached('jobs.zip'));
    return new StreamableFile(zip);
  }

  /** A job with everything that it prints, as one ZIP archive. */
  @Get(':id/file')
  async file(@Param('id') id: string, @Res({ passthrough: true }) response: Response): Promise<StreamableFile> {
    const { name, zip } = await this.files.write(id, goneWith(response));
    response.set(attached(name));
    return new StreamableFile(zip);
  }

  /** Takes a job file as the request's body; answers with the new job. */
  @Post('import')
  @Limited('pictures')
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  async take(@Req() request: Request) {
    const { job, notes } = await this.files.take(request);
    const { id, version, demo, updatedAt, title } = job;
    return { id, version, demo, updatedAt, title, notes };
  }
}
