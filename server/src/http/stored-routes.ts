import { idSchema, versionSchema } from '@angled-chalk/contract';
import { z } from 'zod';
import { JSON_BODY, NOTHING } from './body.ts';
import { conflict, HttpProblem, notFound } from './errors.ts';
import type { ListKind, Lists } from './lists.ts';
import type { Route } from './route.ts';
import { idOf, valid } from './validate.ts';

/** What a kind of stored thing offers to its routes. */
export interface StoreOf<Input, Item, Change = Input> {
  readonly what: string;
  readonly kind: ListKind;
  /** Lists that a write makes old; its own when not said. */
  readonly changes?: readonly ListKind[];
  readonly lists: Lists;
  readonly input: z.ZodType<Input>;
  /** What a write over a stored thing may be; the same as a new one when not said. */
  readonly change?: z.ZodType<Change>;
  readonly list: () => Promise<Item[]>;
  readonly find: (id: string) => Promise<Item | null>;
  readonly add: (id: string, input: Input) => Promise<Item>;
  readonly update: (id: string, version: number, input: Change) => Promise<Item | null>;
  readonly setDeleted: (id: string, deleted: boolean) => Promise<boolean>;
}

/** The id names something that was deleted, which could be brought back. */
const deletedBefore = (what: string): HttpProblem =>
  new HttpProblem(409, {
    code: 'deleted-before',
    message: `A ${what} with this id was deleted before. Bring that one back, or add a new one.`,
    place: { path: 'id' },
  });

/** PostgreSQL: a row with this key is there already. */
const UNIQUE_VIOLATION = '23505';
const codeOf = (error: unknown): string | undefined =>
  (error as { cause?: { code?: string } } | null)?.cause?.code;

/**
 * Routes of things that are edited: list, read, create with the client's own id (sending the same
 * one again is harmless), write over a named version, delete and restore.
 */
export function storedRoutes<Input, Item, Change = Input>(store: StoreOf<Input, Item, Change>): Route[] {
  const create = z.object({ id: idSchema, value: store.input });
  const update = z.object({
    version: versionSchema,
    value: store.change ?? (store.input as unknown as z.ZodType<Change>),
  });
  const { kind, changes = [kind] } = store;
  const written = { who: 'coach', changes, takes: JSON_BODY } as const;
  return [
    {
      method: 'get',
      path: '/',
      who: 'helper',
      answer: (request, response) => store.lists.answer(kind, request, response, store.list),
    },
    {
      method: 'get',
      path: '/:id',
      who: 'helper',
      answer: async (request, response) => {
        const found = await store.find(idOf(request));
        if (!found) throw notFound(store.what);
        response.json(found);
      },
    },
    {
      ...written,
      method: 'post',
      path: '/',
      answer: async (request, response) => {
        const { id, value } = valid(create, request.body);
        const known = await store.find(id);
        try {
          response.status(201).json(known ?? (await store.add(id, value)));
        } catch (error) {
          if (codeOf(error) !== UNIQUE_VIOLATION) throw error;
          const meanwhile = await store.find(id);
          if (!meanwhile) throw deletedBefore(store.what);
          response.status(201).json(meanwhile);
        }
      },
    },
    {
      ...written,
      method: 'put',
      path: '/:id',
      answer: async (request, response) => {
        const id = idOf(request);
        const { version, value } = valid(update, request.body);
        const now = await store.update(id, version, value);
        if (!now) throw (await store.find(id)) ? conflict() : notFound(store.what);
        response.json(now);
      },
    },
    {
      ...written,
      method: 'delete',
      path: '/:id',
      takes: NOTHING,
      answer: async (request, response) => {
        if (!(await store.setDeleted(idOf(request), true))) throw notFound(store.what);
        response.status(204).end();
      },
    },
    {
      ...written,
      method: 'post',
      path: '/:id/restore',
      takes: NOTHING,
      answer: async (request, response) => {
        const id = idOf(request);
        if (!(await store.setDeleted(id, false))) throw notFound(store.what);
        response.json(await store.find(id));
      },
    },
  ];
}
