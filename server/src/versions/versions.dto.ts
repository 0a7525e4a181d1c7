import { ApiProperty } from '@nestjs/swagger';
import { Transform } from 'class-transformer';
import { IsIn, IsObject, IsOptional, Length } from 'class-validator';
import { WHYS, type Why } from './version.entity.ts';

const trimmed = ({ value }: { value: unknown }) => (typeof value === 'string' ? value.trim() : value);
const NAME = { message: 'A version needs a name of at most 120 letters.' };

export class KeepVersionDto {
  @ApiProperty({ required: false, description: 'The name of the version; left out for one that is kept by itself.' })
  @IsOptional()
  @Transform(trimmed)
  @Length(1, 120, NAME)
  name?: string;

  @ApiProperty({ enum: WHYS })
  @IsIn(WHYS, { message: `"why" must be one of ${WHYS.join(', ')}.` })
  why: Why;

  @ApiProperty({ required: false, type: Object, description: 'The state that is kept; left out for the saved one.' })
  @IsOptional()
  @IsObject({ message: '"document" must be a job document.' })
  document?: Record<string, unknown>;
}

export class VersionNameDto {
  @ApiProperty()
  @Transform(trimmed)
  @Length(1, 120, NAME)
  name: string;
}
