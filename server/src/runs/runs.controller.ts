import {
  Body,
  Controller,
  Delete,
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

  /** Bytes of the files of all runs, and bytes that the disk has left. */
  @Get('runs/room')
  room() {
    return this.runs.room();
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

  /** Makes the same again, of the job as it was then. */
  @Post('runs/:id/again')
  @Limited('runs')
  again(@Param('id') id: string) {
    return this.runs.again(id);
  }

  @Delete('runs/:id')
  @HttpCode(204)
  remove(@Param('id') id: string) {
    return this.runs.remove(id);
  }

  /** The prints of a batch, and how far each is. */
  @Get('runs/:id/prints')
  prints(@Param('id') id: string) {
    return this.runs.prints(id);
  }

  @Get('runs/:id/file')
  async file(@Param('id') id: string, @Res({ passthrough: true }) response: Response): Promise<StreamableFile> {
    const { file, name, type } = await this.runs.finished(id);
    return sendFile(response, file, {
      'Content-Type': type,
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    });
  }
}
