import { Type } from 'class-transformer';
import { IsInt, IsNumber, IsOptional, Max, Min, ValidateNested } from 'class-validator';

const LARGEST = 1e6;

class RegionDto {
  @IsInt() @Min(0) @Max(LARGEST) x!: number;
  @IsInt() @Min(0) @Max(LARGEST) y!: number;
  @IsInt() @Min(1) @Max(LARGEST) width!: number;
  @IsInt() @Min(1) @Max(LARGEST) height!: number;
}

/** What is asked of a scan. */
export class UnscreenDto {
  /** The part of the scan, in its pixels; left out for all of it. */
  @IsOptional() @ValidateNested() @Type(() => RegionDto) region?: RegionDto | null;
  /** Pixels an inch; left out for those that the scan states. */
  @IsOptional() @IsNumber() @Min(1) @Max(20000) ppi?: number | null;
}
