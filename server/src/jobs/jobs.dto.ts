import { ApiProperty } from '@nestjs/swagger';
import { IsBoolean, IsObject, IsOptional } from 'class-validator';

export class JobDocumentDto {
  @ApiProperty({ type: Object, description: 'The job document; see docs/job.md.' })
  @IsObject({ message: '"document" must be a job document.' })
  document: Record<string, unknown>;

  @ApiProperty({ required: false, description: 'Shown first on the Shelf.' })
  @IsOptional()
  @IsBoolean({ message: '"demo" must be true or false.' })
  demo?: boolean;
}
