/** Pixels of a picture in memory that every worker shares. */
export interface PictureBuffer {
  readonly hash: string;
  readonly width: number;
  readonly height: number;
  readonly channels: 1 | 4;
  readonly buffer: SharedArrayBuffer;
  /** This is a reduced copy of the picture of that hash, for first looks and thumbnails. */
  readonly copyOf?: string;
}
