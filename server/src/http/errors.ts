import { DAMAGE_CODES } from '../db/damage-codes.ts';
import type { ApiError } from '@angled-chalk/contract';
import type { InputProblem } from '@angled-chalk/core/measure';
import { TooLarge } from '@angled-chalk/core/reading';
import type { ErrorRequestHandler } from 'express';
import { DatabaseAway } from '../db/seat.ts';

/** An error a client can meet: a status, a code, a sentence, a place. */
export class HttpProblem extends Error {
  readonly status: number;
  readonly code: string;
  readonly place: InputProblem['place'];

  constructor(status: number, { code, message, place }: InputProblem) {
    super(message);
    this.status = status;
    this.code = code;
    this.place = place;
  }
}

export const notFound = (what: string): HttpProblem =>
  new HttpProblem(404, {
    code: 'not-found',
    message: `There is no such ${what}. It may have been deleted.`,
    place: {},
  });

export const conflict = (): HttpProblem =>
  new HttpProblem(409, {
    code: 'conflict',
    message:
      'This was changed elsewhere since you opened it. Your edit is kept: look at both and save again.',
    place: {},
  });

const body = ({ code, message, place }: InputProblem): ApiError => ({ error: { code, message, place } });

/** Body parser errors by their type, as that library names them. */
const PARSER: Readonly<Record<string, readonly [number, string, string]>> = {
  'entity.too.large': [413, 'too-large', 'The request is too large. Cut the recording into rounds.'],
  'entity.parse.failed': [400, 'not-json', 'The request body is not JSON.'],
  'encoding.unsupported': [
    415,
    'unsupported-encoding',
    'The request body has an encoding that is not read here.',
  ],
  'charset.unsupported': [415, 'unsupported-charset', 'Write the request body in UTF-8.'],
};

/** Kind and place of an error for the log: its message may hold what somebody typed. */
export function reasonOf(error: unknown): string {
  if (!(error instanceof Error)) return typeof error;
  const { code } = ((error as { cause?: unknown }).cause ?? error) as { code?: string };
  const at = error.stack
    ?.split('\n')
    .filter((line) => /^\s+at /.test(line))
    .slice(0, 4)
    .join(' ');
  return [error.name, code, at].filter(Boolean).join(' ');
}

const DAMAGED = [
  500,
  'damaged',
  'Part of the stored data is damaged. Stop the program and bring back a backup; what can be read is left as it is.',
] as const;

/** What the database refuses, by its error codes (PostgreSQL, appendix A). */
const DATABASE: Readonly<Record<string, readonly [number, string, string]>> = {
  '53100': [
    507,
    'disk-full',
    'The disk is full: this was not saved. What was saved before is safe and can be read.',
  ],
  '23503': [
    409,
    'belongs-together',
    'Something that this belongs to is not there, or something still belongs to it.',
  ],
  '23505': [409, 'there-already', 'Something with this id is there already.'],
  ...Object.fromEntries(DAMAGE_CODES.map((code) => [code, DAMAGED])),
  '22003': [400, 'out-of-range', 'A number is larger than can be kept.'],
  '22021': [400, 'bad-text', 'The text holds a character that cannot be kept.'],
  '22P05': [400, 'bad-text', 'The text holds a character that cannot be kept.'],
};

/** Every error leaves in one shape; what was not foreseen is logged and told without its inside. */
export const errorHandler: ErrorRequestHandler = (error: unknown, request, response, _next) => {
  if (response.headersSent) {
    request.destroy();
    return;
  }
  if (error instanceof HttpProblem) {
    response.status(error.status).json(body(error));
    return;
  }
  if (error instanceof TooLarge) {
    response
      .status(400)
      .json(body({ code: 'too-large', message: `The request ${error.message}.`, place: {} }));
    return;
  }
  const cause = (error as { cause?: unknown } | null)?.cause ?? error;
  if (cause instanceof DatabaseAway) {
    response.status(503).json(body({ code: 'database-away', message: cause.message, place: {} }));
    return;
  }
  const known = DATABASE[(cause as { code?: string } | null)?.code ?? ''];
  if (known) {
    response.status(known[0]).json(body({ code: known[1], message: known[2], place: {} }));
    return;
  }
  const type = (error as { type?: string } | null)?.type ?? '';
  const misread = PARSER[type];
  if (misread) {
    response.status(misread[0]).json(body({ code: misread[1], message: misread[2], place: {} }));
    return;
  }
  const status = (error as { status?: number } | null)?.status ?? 500;
  if (status < 500) {
    response
      .status(status)
      .json(body({ code: 'bad-request', message: 'The request cannot be read.', place: {} }));
    return;
  }
  request.log?.error({ reason: reasonOf(error) }, 'unforeseen error');
  response.status(500).json(
    body({
      code: 'internal',
      message: 'Something went wrong in the program. What was saved before is safe; try again.',
      place: {},
    }),
  );
};
