import { toJsonSchema } from '@valibot/to-json-schema';
import type * as v from 'valibot';
import { ProblemSchema, type AnyEndpoint } from './endpoint.ts';
import * as contract from './index.ts';

/** Every endpoint of the contract. */
export const ENDPOINTS: readonly AnyEndpoint[] = Object.values<unknown>(contract).filter(
  (value): value is AnyEndpoint =>
    typeof value === 'object' && value !== null && 'method' in value && 'path' in value,
);

function schemaOf(schema: v.GenericSchema, typeMode: 'input' | 'output') {
  const { $schema: _, ...rest } = toJsonSchema(schema, { errorMode: 'ignore', typeMode });
  return rest;
}

/** The contract as an OpenAPI 3.1 document. */
export function openApiDocument(): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const endpoint of ENDPOINTS) {
    const named = (where: 'path' | 'query', schema: v.GenericSchema) => {
      const { properties = {}, required = [] } = schemaOf(schema, 'input');
      return Object.entries(properties).map(([name, property]) => ({
        name,
        in: where,
        required: where === 'path' || required.includes(name),
        schema: property,
      }));
    };
    const body = schemaOf(endpoint.body, 'input');
    const problem = { 'application/problem+json': { schema: schemaOf(ProblemSchema, 'output') } };
    const codes = [400, 500, ...(endpoint.roles.length > 0 ? [401, 403] : []), ...endpoint.problems];
    (paths[endpoint.path] ??= {})[endpoint.method.toLowerCase()] = {
      summary: endpoint.summary,
      description: endpoint.roles.length > 0 ? `For: ${endpoint.roles.join(', ')}.` : 'For anyone.',
      parameters: [...named('path', endpoint.params), ...named('query', endpoint.query)],
      ...(Object.keys(body.properties ?? {}).length > 0
        ? { requestBody: { required: true, content: { 'application/json': { schema: body } } } }
        : {}),
      responses: {
        200: {
          description: 'Done',
          content: { 'application/json': { schema: schemaOf(endpoint.answer, 'output') } },
        },
        ...Object.fromEntries(
          codes.map((code) => [code, { description: 'Refused, with the reason', content: problem }]),
        ),
      },
    };
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Placard',
      version: '1',
      description: 'The HTTP interface. Sign in first; see docs/api.md.',
    },
    paths,
  };
}
