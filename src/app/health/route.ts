/** Whether the process answers at all: for whoever restarts it. */
export function GET(): Response {
  return Response.json({ status: 'up' }, { headers: { 'Cache-Control': 'no-store' } });
}
