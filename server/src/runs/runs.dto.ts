import { OUTPUTS, type OutputName } from '@chromatype/core';
import { ApiProperty } from '@nestjs/swagger';
import { IsIn, IsOptional, IsString } from 'class-validator';

const KINDS = OUTPUTS.map((k) => k.name);

export class OutputAskedDto {
  @ApiProperty({ enum: KINDS })
  @IsIn(KINDS, { message: `"kind" must be one of ${KINDS.join(', ')}.` })
  kind: OutputName;

  @ApiProperty({ required: false, description: 'The pass whose plate is asked for.' })
  @IsOptional()
  @IsString({ message: '"pass" must name a pass.' })
  pass?: string;
}
