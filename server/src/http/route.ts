import { Router, type RequestHandler } from 'express';
import { bodyOf, type BodyKind } from './body.ts';
import type { ListKind } from './lists.ts';

/** Who may ask: anybody; whoever has signed in, helpers too; the coach alone. */
export const AUDIENCES = ['anybody', 'helper', 'coach'] as const;
export type Audience = (typeof AUDIENCES)[number];

interface Asked {
  /** Below /api, as the router reads it; letters are what they are. */
  readonly path: string;
  readonly who: Audience;
  readonly answer: RequestHandler;
}

export interface Reading extends Asked {
  readonly method: 'get';
}

export interface Writing extends Asked {
  readonly method: 'post' | 'put' | 'delete';
  readonly takes: BodyKind;
  /** Kept lists that are old afterwards. */
  readonly changes: readonly ListKind[];
  /** It makes room, and may use more of a disk that is nearly full. */
  readonly makesRoom?: true;
  /** It stores nothing: a full disk is no reason to refuse it. */
  readonly keepsNothing?: true;
}

/** One thing that can be asked of the program: how, by whom, and what is done. */
export type Route = Reading | Writing;

/** The same routes below a path. */
export const below = (prefix: string, routes: readonly Route[]): Route[] =>
  routes.map((route) => ({ ...route, path: `${prefix}${route.path === '/' ? '' : route.path}` }));

/** What stands before the answer of a route. */
export interface Doors {
  readonly admit: (who: Audience) => RequestHandler;
  /** Handlers that stand before every answer, after whoever asks was let in. */
  readonly before: (route: Route) => readonly RequestHandler[];
}

/**
 * The router of a table of routes. Whoever may ask is a property of the route that answers, so that no other
 * spelling of a path leads past it: paths are compared letter by letter. Throws where a route does not say who
 * may ask it.
 */
export function routerOf(routes: readonly Route[], { admit, before }: Doors): Router {
  const router = Router({ caseSensitive: true, strict: true });
  for (const route of routes) {
    const { method, path, who, answer } = route;
    if (!AUDIENCES.includes(who))
      throw new Error(`${method.toUpperCase()} ${path} does not say who may ask it.`);
    const body = route.method === 'get' ? [] : bodyOf(route.takes);
    router[method](path, admit(who), ...before(route), ...body, answer);
  }
  return router;
}
