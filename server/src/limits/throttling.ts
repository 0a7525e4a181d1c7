import { type DynamicModule, type ExecutionContext, Module } from '@nestjs/common';
import { APP_GUARD } from '@nestjs/core';
import { ThrottlerGuard, ThrottlerModule } from '@nestjs/throttler';
import { type Limit, LIMITED, LIMITS } from './limited.ts';

const MINUTE = 60_000;

const whatOf = (context: ExecutionContext): Limit | undefined => Reflect.getMetadata(LIMITED, context.getHandler());

/**
 * Counts what is asked of limited routes. Each of their answers says how much is allowed and how much is left
 * (X-RateLimit-Limit, -Remaining, -Reset).
 */
@Module({})
export class Throttling {
  /** `all` is false where only signing in is limited. */
  static of(all: boolean): DynamicModule {
    const counts = ThrottlerModule.forRoot({
      throttlers: [{ limit: (context) => LIMITS[whatOf(context)!], ttl: MINUTE }],
      skipIf: (context) => whatOf(context) === undefined || (!all && whatOf(context) !== 'sign-ins'),
      errorMessage: (context, { limit, timeToBlockExpire }) =>
        `There were more than ${limit} ${whatOf(context)} in a minute; try again in ${timeToBlockExpire} seconds.`,
    });
    return { module: Throttling, imports: [counts], providers: [{ provide: APP_GUARD, useClass: ThrottlerGuard }] };
  }
}
