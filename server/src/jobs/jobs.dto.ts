import { ApiProperty } from '@nestjs/swagger';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsObject,
  IsOptional,
  IsString,
  Length,
  MaxLength,
} from 'class-validator';
import { SORTS, type Sort } from './list-query.ts';

export class JobDocumentDto {
  @ApiProperty({ type: Object, description: 'The job document; see docs/job.md.' })
  @IsObject({ message: '"document" must be a job document.' })
  document: Record<string, unknown>;

  @ApiProperty({ required: false, description: 'Shown first on the Shelf.' })
  @IsOptional()
  @IsBoolean({ message: '"demo" must be true or false.' })
  demo?: boolean;
}

/** Which jobs are listed, and in which order. */
export class ListDto {
  @ApiProperty({ required: false, description: 'Words that title or tags must hold.' })
  @IsOptional()
  @IsString({ message: '"q" must be text.' })
  @MaxLength(200, { message: '"q" is longer than 200 characters.' })
  q?: string;

  @ApiProperty({ required: false, enum: SORTS })
  @IsOptional()
  @IsIn(SORTS, { message: `"sort" must be one of ${SORTS.join(', ')}.` })
  sort?: Sort;

  @ApiProperty({ required: false, description: 'Lists the trash instead.' })
  @IsOptional()
  @IsIn(['yes'], { message: '"trash" must be yes, or left out.' })
  trash?: 'yes';

  @ApiProperty({ required: false, description: 'So many jobs; all where it is left out.' })
  @IsOptional()
  @IsString()
  limit?: string;

  @ApiProperty({ required: false, description: 'How many are passed over.' })
  @IsOptional()
  @IsString()
  offset?: string;
}

export class TagsDto {
  @ApiProperty({ type: [String] })
  @IsArray({ message: '"tags" must be a list.' })
  @ArrayMaxSize(30, { message: 'A job has at most 30 tags.' })
  @Length(1, 40, { each: true, message: 'A tag has 1 to 40 letters.' })
  tags: string[];
}

export class JobIdsDto {
  @ApiProperty({ type: [String] })
  @IsArray({ message: '"ids" must be a list.' })
  @ArrayMaxSize(10_000, { message: 'At most 10 000 jobs are taken at a time.' })
  @IsString({ each: true, message: '"ids" must hold ids of jobs.' })
  ids: string[];
}
