import { HttpException } from '@nestjs/common';

/** A request that is refused with a status of HTTP (RFC 9110, 15) and one plain sentence. */
export class Refused extends HttpException {
  constructor(status: number, message: string) {
    super({ message }, status);
  }
}
