import type { Server } from 'node:http';
import { ExpressAdapter } from '@nestjs/platform-express';

/** Makes an application that answers on a server which listens already. */
export class EarlyAdapter extends ExpressAdapter {
  constructor(private readonly early: Server) {
    super();
  }

  override initHttpServer(): void {
    this.httpServer = this.early as never;
  }
}
