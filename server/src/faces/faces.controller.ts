import { createReadStream } from 'node:fs';
import { Controller, Get, Header, NotFoundException, Param, StreamableFile } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { faceFile } from './face-files.ts';

/** Files of the typefaces that ship with the application. */
@ApiTags('faces')
@Controller('faces')
export class FacesController {
  @Get(':file')
  @Header('Cache-Control', 'public, max-age=31536000, immutable')
  file(@Param('file') file: string): StreamableFile {
    const path = faceFile(file);
    if (!path) throw new NotFoundException('No face that ships has a file of that name.');
    return new StreamableFile(createReadStream(path), { type: 'font/woff' });
  }
}
