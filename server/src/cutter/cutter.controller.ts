import { Controller, HttpCode, Inject, Param, Post, Req } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import { receive } from '../disk/receive.ts';
import { Limited } from '../limits/limited.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { CutterService } from './cutter.service.ts';

@ApiTags('cutter')
@Controller()
export class CutterController {
  constructor(
    private readonly cutter: CutterService,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  /** Sends the template of a finished run to the stand-in cutter. */
  @Post('runs/:id/cutter')
  @HttpCode(200)
  @Limited('templates for the cutter')
  run(@Param('id') id: string) {
    return this.cutter.takeRun(id);
  }

  /** Sends any template (SVG, DXF, PDF) to the stand-in cutter. */
  @Post('cutter')
  @HttpCode(200)
  @Limited('templates for the cutter')
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  file(@Req() request: Request) {
    return receive(this.settings.data, request, ({ file }) => this.cutter.takeFile(file));
  }
}
