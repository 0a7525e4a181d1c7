import { Body, Controller, Delete, Get, HttpCode, Inject, Post, Req, Res } from '@nestjs/common';
import { ApiProperty, ApiTags } from '@nestjs/swagger';
import { Length } from 'class-validator';
import type { CookieOptions, Request, Response } from 'express';
import { Refused } from '../errors/refused.ts';
import { servesOthers } from '../guard/loopback.ts';
import { Limited } from '../limits/limited.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { isSignedIn, SESSION_COOKIE } from './guard-access.ts';
import { hasPassword, isPassword, newSession, SESSION_DAYS } from './password-file.ts';

export class PasswordDto {
  @ApiProperty()
  @Length(1, 200, { message: 'Give the password.' })
  password: string;
}

/** Pages of other sites never send it, and no script reads it. */
const COOKIE: CookieOptions = { httpOnly: true, sameSite: 'strict', path: '/' };

/** Signing in, where the server is told to serve beyond this machine. */
@ApiTags('session')
@Controller('session')
export class SessionController {
  constructor(@Inject(SETTINGS) private readonly settings: Settings) {}

  @Get()
  get(@Req() request: Request) {
    return { needed: servesOthers(this.settings), signedIn: isSignedIn(this.settings, request) };
  }

  @Post()
  @HttpCode(200)
  @Limited('sign-ins')
  async signIn(@Body() { password }: PasswordDto, @Res({ passthrough: true }) response: Response) {
    const { data } = this.settings;
    if (!hasPassword(data)) throw new Refused(404, 'This server asks for no password.');
    if (!(await isPassword(data, password))) throw new Refused(401, 'This is not the password of this server.');
    response.cookie(SESSION_COOKIE, newSession(data), { ...COOKIE, maxAge: SESSION_DAYS * 86_400_000 });
    return { needed: true, signedIn: true };
  }

  @Delete()
  @HttpCode(204)
  signOut(@Res({ passthrough: true }) response: Response): void {
    response.clearCookie(SESSION_COOKIE, COOKIE);
  }
}
