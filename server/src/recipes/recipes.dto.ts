import { ApiProperty } from '@nestjs/swagger';
import { IsObject } from 'class-validator';

export class RecipeDto {
  @ApiProperty({ type: Object, description: 'A chromatype-recipe document; see docs/recipe-files.md.' })
  @IsObject({ message: '"document" must be a recipe.' })
  document: Record<string, unknown>;
}
