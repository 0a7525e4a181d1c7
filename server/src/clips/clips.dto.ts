import { MOST_CLIP_FRAMES } from '@chromatype/core';
import { ApiProperty } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsInt, IsNumber, IsString, Max, MaxLength, Min } from 'class-validator';

const SIDE = { message: 'Width and height must be whole numbers of pixels.' };

const COUNT = { message: '"frames" must be a whole number of at least 1.' };

/** What a browser says of a film before it sends the frames. */
export class ClipBeginDto {
  @ApiProperty()
  @IsString({ message: '"name" must be text.' })
  @MaxLength(300, { message: '"name" is longer than 300 characters.' })
  name: string;

  @ApiProperty()
  @Type(() => Number)
  @IsInt(SIDE)
  @Min(1, SIDE)
  width: number;

  @ApiProperty()
  @Type(() => Number)
  @IsInt(SIDE)
  @Min(1, SIDE)
  height: number;

  @ApiProperty({ description: 'How many frames will come.' })
  @Type(() => Number)
  @IsInt(COUNT)
  @Min(1, COUNT)
  frames: number;

  @ApiProperty({ description: 'How long it lasts.' })
  @Type(() => Number)
  @IsNumber({}, { message: '"seconds" must be a number.' })
  @Min(0, { message: '"seconds" must not lie below 0.' })
  @Max(1e9, { message: '"seconds" is too large.' })
  seconds: number;
}

export class ClipEndDto {
  @ApiProperty({ type: [Number], description: 'When each frame ends, in seconds.' })
  @IsArray({ message: '"ends" must be a list.' })
  @ArrayMinSize(1, { message: '"ends" must not be empty.' })
  @ArrayMaxSize(MOST_CLIP_FRAMES, { message: `"ends" has more than ${MOST_CLIP_FRAMES} entries.` })
  @IsNumber({}, { each: true, message: '"ends" must hold numbers.' })
  ends: number[];
}
