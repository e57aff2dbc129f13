import { PAGES, ROUTES } from '@crib/core/contract';

/** Every address that is served: those of the API, and pages. */
export const allRoutes = [...Object.keys(ROUTES), ...Object.keys(PAGES)].map((name) => {
  const [method, path] = name.split(' ') as [string, string];
  return { name, method, path };
});
