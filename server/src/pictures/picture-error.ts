import { HttpException } from '@nestjs/common';

/** A file that cannot be taken as a picture: one plain sentence for the artist. */
export class PictureError extends HttpException {
  constructor(message: string, status = 422) {
    super({ message }, status);
  }
}
