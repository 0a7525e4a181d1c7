import { BATCH_FORMATS, type BatchFormatName, MOST_PICTURES, MOST_RECIPES } from '@chromatype/core';
import { ApiProperty } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsNumber,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';

const FORMATS = BATCH_FORMATS.map((f) => f.name);

export class BatchPictureDto {
  @ApiProperty({ description: 'A stored picture.' })
  @Matches(/^[0-9a-f]{64}$/, { message: '"hash" must name a stored picture.' })
  hash: string;

  @ApiProperty()
  @IsString({ message: '"name" must be text.' })
  @MaxLength(300, { message: '"name" is longer than 300 characters.' })
  name: string;
}

export class BatchDto {
  @ApiProperty({ type: [BatchPictureDto] })
  @IsArray({ message: '"pictures" must be a list.' })
  @ArrayMinSize(1, { message: 'A batch needs at least one picture.' })
  @ArrayMaxSize(MOST_PICTURES, { message: `A batch has at most ${MOST_PICTURES} pictures; make two of it.` })
  @ValidateNested({ each: true })
  @Type(() => BatchPictureDto)
  pictures: BatchPictureDto[];

  @ApiProperty({ type: [String], description: 'Ids of recipes: the studio’s own, or names of those that ship.' })
  @IsArray({ message: '"recipes" must be a list.' })
  @ArrayMinSize(1, { message: 'A batch needs at least one recipe.' })
  @ArrayMaxSize(MOST_RECIPES, { message: `A batch has at most ${MOST_RECIPES} recipes.` })
  @IsString({ each: true, message: '"recipes" must hold ids of recipes.' })
  recipes: string[];

  @ApiProperty({ enum: FORMATS, isArray: true })
  @IsArray({ message: '"formats" must be a list.' })
  @ArrayMinSize(1, { message: 'A batch needs at least one format.' })
  @IsIn(FORMATS, { each: true, message: `"formats" may hold ${FORMATS.join(', ')}.` })
  formats: BatchFormatName[];

  @ApiProperty({ description: 'Longer side of each sheet in mm.' })
  @IsNumber({}, { message: '"longest" must be a number.' })
  @Min(10, { message: '"longest" must be at least 10 mm.' })
  @Max(3000, { message: '"longest" must be at most 3000 mm.' })
  longest: number;

  @ApiProperty()
  @IsNumber({}, { message: '"ppi" must be a number.' })
  @Min(36, { message: '"ppi" must be at least 36.' })
  @Max(2400, { message: '"ppi" must be at most 2400.' })
  ppi: number;

  @ApiProperty({ description: 'Pattern of the names of files.' })
  @IsString({ message: '"names" must be text.' })
  @MaxLength(200, { message: '"names" is longer than 200 characters.' })
  names: string;

  @ApiProperty({ description: 'Whether a contact sheet is made of all prints.' })
  @IsBoolean({ message: '"contact" must be true or false.' })
  contact: boolean;
}
