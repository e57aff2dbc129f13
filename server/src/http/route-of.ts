/** Below which paths routes are told without them. */
const BELOW = /^\/(?:api|public)(?=\/)/;

/** The pattern of a request’s route, and nothing of what stood in its place: the same whether it was answered or failed. */
export function routeOf(req: object): string {
  const { route, originalUrl = '' } = req as { route?: { path: unknown }; originalUrl?: string };
  if (!route) return 'none';
  const path = String(route.path);
  return BELOW.test(path) ? path : `${BELOW.exec(originalUrl)?.[0] ?? ''}${path}`;
}
