import { type ArgumentsHost, Catch, type ExceptionFilter, Logger } from '@nestjs/common';
import type { ErrorRequestHandler, Response } from 'express';
import { answerTo } from './refusal.ts';

const log = new Logger('errors');

/** Answers an error: what nobody foresaw is logged and told without its inside. No refusal is kept in a cache. */
function answer(error: unknown, response: Response): void {
  const refusal = answerTo(error);
  if (!refusal) log.error(error instanceof Error ? error.stack : String(error));
  if (response.headersSent) {
    // What was promised cannot be sent any more, which only a broken connection says.
    response.destroy();
    return;
  }
  const { status, body } = refusal ?? {
    status: 500,
    body: { message: 'Something went wrong on the server; nothing was changed.' },
  };
  for (const name of ['Content-Disposition', 'Content-Length', 'Content-Encoding']) response.removeHeader(name);
  response.setHeader('Cache-Control', 'no-store');
  response.status(status).json(body);
}

/** Turns every error of a route into a refusal. */
@Catch()
export class PlainErrorFilter implements ExceptionFilter {
  catch(error: unknown, host: ArgumentsHost): void {
    answer(error, host.switchToHttp().getResponse<Response>());
  }
}

/** The same for errors before a route is found. */
export const plainErrors: ErrorRequestHandler = (error, _request, response, _next) => answer(error, response);
