import { problemDocument } from '@/http/problem';

/** Any other address for programs says so as they read it. */
function nowhere(request: Request): Response {
  const { pathname } = new URL(request.url);
  return problemDocument(404, 'notFound', `There is nothing at “${pathname.slice(0, 200)}”.`);
}

export { nowhere as DELETE, nowhere as GET, nowhere as PATCH, nowhere as POST, nowhere as PUT };
