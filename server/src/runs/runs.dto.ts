import { OUTPUTS, type OutputName } from '@chromatype/core';
import { ApiProperty } from '@nestjs/swagger';
import { IsIn, IsInt, IsOptional, IsString, Min } from 'class-validator';

const KINDS = OUTPUTS.map((k) => k.name);

export class OutputAskedDto {
  @ApiProperty({ enum: KINDS })
  @IsIn(KINDS, { message: `"kind" must be one of ${KINDS.join(', ')}.` })
  kind: OutputName;

  @ApiProperty({ required: false, description: 'The pass whose plate is asked for.' })
  @IsOptional()
  @IsString({ message: '"pass" must name a pass.' })
  pass?: string;

  @ApiProperty({ required: false, description: 'The frame of a job that moves, counted from 0, as a still.' })
  @IsOptional()
  @IsInt({ message: '"frame" must be a whole number.' })
  @Min(0, { message: '"frame" must not lie below 0.' })
  frame?: number;
}
