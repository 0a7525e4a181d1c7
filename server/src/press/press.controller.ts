import { Controller, Get, HttpCode, Inject, Param, Post, Req, Res, type StreamableFile } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import { Limited } from '../limits/limited.ts';
import type { Request, Response } from 'express';
import { receive } from '../disk/receive.ts';
import { sendFile } from '../disk/send-file.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { PressService } from './press.service.ts';

@ApiTags('press')
@Controller()
export class PressController {
  constructor(
    private readonly press: PressService,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  /** Sends the archive of a finished run to the stand-in press. */
  @Post('runs/:id/press')
  @HttpCode(200)
  @Limited('archives for the press')
  run(@Param('id') id: string) {
    return this.press.takeRun(id);
  }

  /** Sends any archive of plates to the stand-in press. */
  @Post('press')
  @HttpCode(200)
  @Limited('archives for the press')
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  async archive(@Req() request: Request) {
    return receive(this.settings.data, request, ({ file }) => this.press.takeArchive(file));
  }

  @Get('press/:id/proof')
  proof(@Param('id') id: string, @Res({ passthrough: true }) response: Response): Promise<StreamableFile> {
    return sendFile(response, this.press.proofFile(id), { 'Content-Type': 'image/png' });
  }
}
