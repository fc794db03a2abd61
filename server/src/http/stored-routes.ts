import { idSchema } from '@angled-chalk/contract';
import { Router } from 'express';
import { z } from 'zod';
import { conflict, notFound } from './errors.ts';
import { idOf, valid } from './validate.ts';

/** What a kind of stored thing offers to its routes. */
export interface StoreOf<Input, Item> {
  readonly what: string;
  readonly input: z.ZodType<Input>;
  readonly list: () => Promise<Item[]>;
  readonly find: (id: string) => Promise<Item | null>;
  readonly add: (id: string, input: Input) => Promise<Item>;
  readonly update: (id: string, version: number, input: Input) => Promise<Item | null>;
  readonly setDeleted: (id: string, deleted: boolean) => Promise<boolean>;
}

/**
 * Routes of things that are edited: list, read, create with the client's own id (sending the same
 * one again is harmless), write over a named version, delete and restore.
 */
export function storedRoutes<Input, Item>(store: StoreOf<Input, Item>): Router {
  const create = z.object({ id: idSchema, value: store.input });
  const update = z.object({ version: z.number().int(), value: store.input });
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json(await store.list());
  });
  router.get('/:id', async (request, response) => {
    const found = await store.find(idOf(request));
    if (!found) throw notFound(store.what);
    response.json(found);
  });
  router.post('/', async (request, response) => {
    const { id, value } = valid(create, request.body);
    response.status(201).json((await store.find(id)) ?? (await store.add(id, value as Input)));
  });
  router.put('/:id', async (request, response) => {
    const id = idOf(request);
    const { version, value } = valid(update, request.body);
    const written = await store.update(id, version, value as Input);
    if (!written) throw (await store.find(id)) ? conflict() : notFound(store.what);
    response.json(written);
  });
  router.delete('/:id', async (request, response) => {
    if (!(await store.setDeleted(idOf(request), true))) throw notFound(store.what);
    response.status(204).end();
  });
  router.post('/:id/restore', async (request, response) => {
    const id = idOf(request);
    if (!(await store.setDeleted(id, false))) throw notFound(store.what);
    response.json(await store.find(id));
  });
  return router;
}
