import {
  type ArgumentsHost,
  BadRequestException,
  Catch,
  type ExceptionFilter,
  HttpException,
  Logger,
} from '@nestjs/common';
import { JobError } from '@chromatype/core';
import type { Response } from 'express';

/** What every refusal looks like: one plain sentence, and the field it is about where there is one. */
export interface Refusal {
  readonly message: string;
  readonly field?: string;
}

function refusalOf(error: unknown): { status: number; body: Refusal } | null {
  if (error instanceof JobError) return { status: 422, body: { message: error.message, field: error.field } };
  if (error instanceof BadRequestException) {
    const response = error.getResponse() as { message?: string | string[] };
    const message = Array.isArray(response.message) ? response.message[0]! : (response.message ?? error.message);
    // The body parser's own complaint, which speaks of tokens and positions.
    if (/JSON/.test(message)) return { status: 400, body: { message: 'The request is not valid JSON.' } };
    return { status: 400, body: { message } };
  }
  if (error instanceof HttpException) {
    const response = error.getResponse();
    const body = typeof response === 'string' ? { message: response } : (response as Refusal);
    return { status: error.getStatus(), body };
  }
  const status = (error as { status?: unknown })?.status;
  if (status === 413) return { status, body: { message: 'The request is too large.' } };
  if (status === 400) return { status, body: { message: 'The request is not valid JSON.' } };
  return null;
}

/** Turns every error into a refusal; what nobody foresaw is logged and told without its inside. */
@Catch()
export class PlainErrorFilter implements ExceptionFilter {
  private readonly log = new Logger('errors');

  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    const refusal = refusalOf(error);
    if (!refusal) this.log.error(error instanceof Error ? error.stack : String(error));
    if (response.headersSent) {
      response.end();
      return;
    }
    const { status, body } = refusal ?? {
      status: 500,
      body: { message: 'Something went wrong on the server; nothing was changed.' },
    };
    response.status(status).json(body);
  }
}
