/** A file that cannot be taken as a picture: one plain sentence for the artist, and a status of HTTP. */
export class PictureError extends Error {
  constructor(
    message: string,
    readonly status = 422,
  ) {
    super(message);
    this.name = 'PictureError';
  }
}
