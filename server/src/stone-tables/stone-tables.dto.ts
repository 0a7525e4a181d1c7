import { ApiProperty } from '@nestjs/swagger';
import { IsObject } from 'class-validator';

export class StoneTableDto {
  @ApiProperty({ description: 'Sizes and colours of stones, as the "stones" of a job hold them.' })
  @IsObject({ message: '"document" must hold a table of stones.' })
  document: Record<string, unknown>;
}
