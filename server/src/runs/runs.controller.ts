import {
  Body,
  ConflictException,
  Controller,
  Get,
  HttpCode,
  type MessageEvent,
  Param,
  Post,
  Res,
  Sse,
  type StreamableFile,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Limited } from '../limits/limited.ts';
import type { Response } from 'express';
import { outputOf } from '@chromatype/core';
import { map, type Observable } from 'rxjs';
import { sendFile } from '../disk/send-file.ts';
import { OutputAskedDto } from './runs.dto.ts';
import { RunsService } from './runs.service.ts';

@ApiTags('runs')
@Controller()
export class RunsController {
  constructor(private readonly runs: RunsService) {}

  @Post('jobs/:id/runs')
  @Limited('runs')
  start(@Param('id') id: string, @Body() asked: OutputAskedDto) {
    return this.runs.start(id, asked);
  }

  /** Pixels, mm and expected bytes of an output, before it is made. */
  @Post('jobs/:id/estimate')
  @HttpCode(200)
  estimate(@Param('id') id: string, @Body() asked: OutputAskedDto) {
    return this.runs.estimate(id, asked);
  }

  @Get('runs')
  list() {
    return this.runs.list();
  }

  @Get('runs/:id')
  get(@Param('id') id: string) {
    return this.runs.get(id);
  }

  /** Progress as server-sent events; the stream ends with the run. */
  @Sse('runs/:id/events')
  events(@Param('id') id: string): Observable<MessageEvent> {
    return this.runs.watch(id).pipe(map((run) => ({ data: run })));
  }

  @Post('runs/:id/cancel')
  @HttpCode(200)
  cancel(@Param('id') id: string) {
    return this.runs.cancel(id);
  }

  @Get('runs/:id/file')
  async file(@Param('id') id: string, @Res({ passthrough: true }) response: Response): Promise<StreamableFile> {
    const run = await this.runs.get(id);
    if (run.state !== 'done') throw new ConflictException({ message: 'This run has no finished file.' });
    return sendFile(response, this.runs.fileOf(run), {
      'Content-Type': outputOf(run.asked.kind).type,
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(run.fileName)}`,
    });
  }
}
