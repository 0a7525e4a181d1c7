import { ApiProperty } from '@nestjs/swagger';
import { IsIn, IsOptional, IsString } from 'class-validator';

export class OutputAskedDto {
  @ApiProperty({ enum: ['plate', 'sheet'] })
  @IsIn(['plate', 'sheet'], { message: '"kind" must be plate or sheet.' })
  kind: 'plate' | 'sheet';

  @ApiProperty({ required: false, description: 'The pass whose plate is asked for.' })
  @IsOptional()
  @IsString({ message: '"pass" must name a pass.' })
  pass?: string;
}
