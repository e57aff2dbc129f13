import { Validator } from '@seriousme/openapi-schema-validator';
import { describe, expect, it } from 'vitest';
import { openapi } from '../src/http/openapi.ts';
import { withServer } from './harness.ts';

const server = withServer();

describe('the description of the API', () => {
  it('is OpenAPI 3.1, as an independent validator reads it, and is served', async () => {
    const made = await (await fetch(`${server.address()}/public/openapi.json`)).json();
    expect(made).toEqual(JSON.parse(JSON.stringify(openapi('https://school.example'))));
    const validator = new Validator();
    const { valid, errors } = await validator.validate(made as Record<string, unknown>);
    expect([valid, errors]).toEqual([true, undefined]);
    expect(validator.version).toBe('3.1');
    const ids = Object.values(
      (made as { paths: Record<string, Record<string, { operationId: string }>> }).paths,
    ).flatMap((path) => Object.values(path).map((one) => one.operationId));
    expect(new Set(ids).size).toBe(ids.length);
  });
});
