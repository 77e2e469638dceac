import { isDeeperThan, LIMITS, limitWords } from '@ulpen/core';
import type { FastifyInstance } from 'fastify';
import { ProblemError } from '../problems/problem-error.ts';

/** Where more JSON than usual is sent: plans, sheets, readings and devices. */
const LARGE = /\/(?:plans|proposals|sheets(?:\/:id)?|readings|devices)$/;

/** How much JSON each route takes, and how deep; a JSON fault is told with its place. */
export function limitBodies(fastify: FastifyInstance): void {
  fastify.addHook('onRoute', (route) => {
    route.bodyLimit = LARGE.test(route.url) ? LIMITS.planBytes.most : LIMITS.jsonBytes.most;
  });
  fastify.removeContentTypeParser('application/json');
  fastify.addContentTypeParser('application/json', { parseAs: 'string' }, (_request, body, done) => {
    const text = String(body);
    const wrong = (message: string) => done(ProblemError.invalid([{ field: '', message }]), undefined);
    if (text.trim() === '') return wrong('the body is empty; JSON was announced');
    if (isDeeperThan(text, LIMITS.jsonDepth.most)) return wrong(limitWords('jsonDepth'));
    try {
      done(null, text.includes('__proto__') ? JSON.parse(text, withoutPrototypes) : JSON.parse(text));
    } catch (error) {
      wrong(`the body is not JSON: ${(error as Error).message}`);
    }
  });
}

/** A field of that name is never one of ours, and must not reach an object's prototype. */
function withoutPrototypes(this: unknown, name: string, value: unknown): unknown {
  return name === '__proto__' ? undefined : value;
}
