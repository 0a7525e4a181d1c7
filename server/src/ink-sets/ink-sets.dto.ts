import { ApiProperty } from '@nestjs/swagger';
import { IsObject } from 'class-validator';

export class InkSetDto {
  @ApiProperty({ description: 'A set of inks as a chromatype-inks document.' })
  @IsObject({ message: '"document" must hold a set of inks.' })
  document: Record<string, unknown>;
}
