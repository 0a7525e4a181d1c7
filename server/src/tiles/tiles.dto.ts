import { ApiProperty } from '@nestjs/swagger';
import { Transform } from 'class-transformer';
import { Length, Matches } from 'class-validator';

const trimmed = ({ value }: { value: unknown }) => (typeof value === 'string' ? value.trim() : value);

export class TileNameDto {
  @ApiProperty()
  @Transform(trimmed)
  @Length(1, 80, { message: 'A tile needs a name of at most 80 letters.' })
  name: string;
}

export class NewTileDto extends TileNameDto {
  @ApiProperty({ description: 'The stored picture that repeats.' })
  @Matches(/^[0-9a-f]{64}$/, { message: '"hash" must name a stored picture.' })
  hash: string;
}
