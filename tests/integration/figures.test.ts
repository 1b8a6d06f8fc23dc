import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { GET } from '@/app/metrics/route';
import { processLog } from '@/services/process-log';
import { openForRoutes, type RouteServices } from '../support/services';

let context: RouteServices;
beforeEach(async () => {
  context = await openForRoutes();
});
afterEach(() => context.close());

const asked = (headers: Readonly<Record<string, string>> = {}) =>
  GET(new Request('http://oak.example/metrics', { headers }));

describe('figures for a monitoring system', () => {
  it('are given to whoever has been let in, and to nobody else', async () => {
    expect((await asked()).status).toBe(401);
    const response = await asked(context.letsIn);
    expect(response.headers.get('content-type')).toMatch(/^text\/plain; version=0\.0\.4/);
    const text = await response.text();
    expect(text).toMatch(/^oak_knot_products 37$/m);
    expect(text).toMatch(/^oak_knot_orders\{state="paid"\} \d+$/m);
    expect(text).toMatch(/^process_cpu_user_seconds_total /m);
    // Asked again, each figure stands there once.
    const again = await (await asked(context.letsIn)).text();
    expect(again.match(/^oak_knot_products /gm)).toHaveLength(1);
  });
});

describe('what the process tells', () => {
  it('has nothing of what a query was asked with', async () => {
    const query = context.database.read.run('select * from no_such_table').catch((error: unknown) => error);
    const error = (await query) as Error;
    error.message = 'Failed query: select name from orders where email = ?\nparams: tilda@fenn.example';
    error.stack = `Error: ${error.message}\n    at somewhere (file.ts:1:1)`;
    const serialize = processLog[Symbol.for('pino.serializers') as never] as { err: (error: unknown) => object };
    const said = JSON.stringify(serialize.err(error));
    expect(said).toContain('select name from orders');
    expect(said).toContain('somewhere (file.ts:1:1)');
    expect(said).not.toContain('tilda');
  });
});
