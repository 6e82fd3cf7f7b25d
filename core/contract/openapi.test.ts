import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { REVIEWERS } from './endpoint.ts';
import { ENDPOINTS, openApiDocument } from './openapi.ts';

interface Operation {
  summary: string;
  parameters: { name: string; in: string; required: boolean }[];
  requestBody?: { content: { 'application/json': { schema: { required?: string[] } } } };
  responses: Record<string, object>;
}
const { paths } = openApiDocument() as { paths: Record<string, Record<string, Operation>> };

describe('the OpenAPI document', () => {
  it('has every endpoint that stands in a file of the contract, once', () => {
    const here = new URL('.', import.meta.url);
    const written = readdirSync(here)
      .filter((file) => !file.includes('openapi') && file !== 'endpoint.ts')
      .flatMap((file) => [
        ...readFileSync(new URL(file, here), 'utf8').matchAll(
          /= endpoint\(\{\s*method: '(\w+)',\s*path: '([^']+)'/g,
        ),
      ])
      .map(([, method, path]) => `${method} ${path}`);
    const operations = Object.entries(paths).flatMap(([path, methods]) =>
      Object.keys(methods).map((method) => `${method.toUpperCase()} ${path}`),
    );
    expect(written.length).toBeGreaterThan(90);
    expect(operations.sort()).toEqual(written.sort());
    expect(new Set(operations).size).toBe(operations.length);
  });

  it.each(ENDPOINTS.map((endpoint) => [`${endpoint.method} ${endpoint.path}`, endpoint] as const))(
    '%s names its path parameters, answers and problems',
    (_, endpoint) => {
      const operation = paths[endpoint.path]?.[endpoint.method.toLowerCase()];
      const inPath = [...endpoint.path.matchAll(/\{(\w+)\}/g)].map(([, name]) => name);
      expect(
        operation?.parameters.filter((parameter) => parameter.in === 'path').map(({ name }) => name),
      ).toEqual(inPath);
      expect(
        operation?.parameters
          .filter((parameter) => parameter.in === 'path')
          .every(({ required }) => required),
      ).toBe(true);
      const codes = Object.keys(operation?.responses ?? {}).map(Number);
      expect(codes).toEqual(
        expect.arrayContaining([
          200,
          400,
          500,
          ...endpoint.problems,
          ...(endpoint.roles.length > 0 ? [401, 403] : []),
        ]),
      );
      expect(operation?.summary).toMatch(/^[A-Z]/);
    },
  );

  it('asks for a body where one is needed, and only there', () => {
    expect(
      paths['/api/pages/{id}']?.['put']?.requestBody?.content['application/json'].schema.required,
    ).toEqual(['version', 'title', 'document']);
    expect(paths['/api/pages/{id}']?.['get']?.requestBody).toBeUndefined();
  });
});

it('hosts are reviewed by reviewers and keepers only', () => {
  const review = ENDPOINTS.find(({ path, method }) => path === '/api/hosts/{host}' && method === 'PUT');
  expect(review?.roles).toEqual(REVIEWERS);
  expect(REVIEWERS).not.toContain('editor');
});
