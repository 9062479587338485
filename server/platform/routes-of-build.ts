/** Which of the application's routes a path leads to, so that figures are kept by route, of which there are few, and not by path. */
export type Routes = (path: string) => string;

type Manifest = { staticRoutes: { page: string }[]; dynamicRoutes: { page: string; regex: string }[] };

/** Paths that files are served at, by their first part. */
const FILES = /^\/(_next|pictures|fonts|handbook)\//;

/** @param manifest the `routes-manifest.json` of a build; its dynamic routes stand in the order in which they are tried */
export function routesIn(manifest: string): Routes {
  const { staticRoutes, dynamicRoutes } = JSON.parse(manifest) as Manifest;
  const fixed = new Set(staticRoutes.map(({ page }) => page));
  const open = dynamicRoutes.map(({ page, regex }) => ({ page, pattern: new RegExp(regex) }));
  return (path) => {
    if (fixed.has(path)) return path;
    const [, first] = FILES.exec(path) ?? [];
    if (first !== undefined) return `/${first}`;
    return open.find(({ pattern }) => pattern.test(path))?.page ?? 'none';
  };
}
