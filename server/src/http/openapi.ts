import { z } from 'zod';
import { ProblemDetails, ROUTES, type Route } from '@crib/core/contract';

const json = (schema: unknown) => ({ content: { 'application/json': { schema } } });
/** JSON Schema of what is sent or answered; what has no form of its own there is told by its description alone. */
const schemaOf = (schema: z.ZodType, io: 'input' | 'output') => {
  const { $schema: _own, ...made } = z.toJSONSchema(schema, { io, unrepresentable: 'any', reused: 'inline' });
  return made;
};

const REFUSED = {
  400: 'Not understood',
  401: 'Not signed in',
  403: 'Not allowed, or sent by another site’s page',
  404: 'Not there',
  412: 'Changed by someone else, or with consequences other than those shown',
  422: 'Rejected, with the reason',
  429: 'Too often',
  503: 'Temporarily unavailable; nothing was saved',
};

function operation(route: string, { does, may, asks, takes, gives }: Route) {
  const [method, path] = route.split(' ') as [string, string];
  const names = [...path.matchAll(/:(\w+)/g)].map(([, name]) => name!);
  const open = may === 'anybody';
  const writes = method !== 'GET';
  const parameters: object[] = names.map((name) => ({ name, in: 'path', required: true, schema: { type: 'string' } }));
  if (asks) {
    const { properties = {}, required = [] } = schemaOf(asks, 'input') as { properties?: object; required?: string[] };
    for (const [name, schema] of Object.entries(properties))
      parameters.push({ name, in: 'query', required: required.includes(name), schema });
  }
  if (writes && !open)
    parameters.push({ $ref: '#/components/parameters/once' }, { $ref: '#/components/parameters/seen' });
  return {
    operationId: [
      method.toLowerCase(),
      ...path
        .split(/\W/)
        .filter(Boolean)
        .map((word) => word[0]!.toUpperCase() + word.slice(1)),
    ].join(''),
    summary: does,
    tags: [path.split('/')[2] ?? 'public'],
    ...(parameters.length && { parameters }),
    ...(takes && { requestBody: { required: true, ...json(schemaOf(takes, 'input')) } }),
    responses: {
      '2XX': gives ? { description: does, ...json(schemaOf(gives, 'output')) } : { description: 'Done' },
      ...Object.fromEntries(
        Object.keys(REFUSED).map((status) => [status, { $ref: `#/components/responses/r${status}` }]),
      ),
    },
    security: open ? [] : [{ session: [] }, { token: [] }],
  };
}

/** The API in OpenAPI 3.1, made from the schemas that requests are checked against. */
export function openapi(site: string): object {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [route, facts] of Object.entries(ROUTES)) {
    const [method, path] = route.split(' ') as [string, string];
    const at = path.replace(/:(\w+)/g, '{$1}');
    paths[at] = { ...paths[at], [method.toLowerCase()]: operation(route, facts) };
  }
  const problem = { content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } } };
  return {
    openapi: '3.1.0',
    info: {
      title: 'Crib',
      version: '1.0.0',
      summary: 'Catalogue, customise, track and publish keyboard shortcuts',
      license: { name: 'MIT', identifier: 'MIT' },
    },
    servers: [{ url: site }],
    paths,
    components: {
      schemas: { Problem: schemaOf(ProblemDetails, 'output') },
      responses: Object.fromEntries(
        Object.entries(REFUSED).map(([status, description]) => [`r${status}`, { description, ...problem }]),
      ),
      parameters: {
        once: {
          name: 'Idempotency-Key',
          in: 'header',
          description: 'A new key per operation; a repeated request is carried out once',
          schema: { type: 'string', maxLength: 200 },
        },
        seen: { name: 'If-Match', in: 'header', description: 'The revision you last read', schema: { type: 'string' } },
      },
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'crib' },
        token: { type: 'http', scheme: 'bearer' },
      },
    },
  };
}
