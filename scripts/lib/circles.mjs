/** Folders that use each other in a circle: then neither can be understood, or changed, without the other. */
import { cruise } from 'dependency-cruiser';

/** The folder that a file belongs to: of parts with folders of their own, one of those. */
const folderOf = (path) => {
  const [, part] = /^((?:core|server|studio|visitor)\/[^/]+|[^/]+)\//.exec(path) ?? [];
  return part && !part.includes('.') ? part : undefined;
};

/** @returns each circle as a list of folders, of files that are no tests */
export async function folderCircles(parts) {
  const { output } = await cruise(parts, {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^node_modules|\\.test\\.tsx?$)' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
  });
  const uses = new Map();
  for (const { source, dependencies } of output.modules) {
    const from = folderOf(source);
    for (const { resolved } of dependencies) {
      const to = folderOf(resolved);
      if (from && to && from !== to) uses.set(from, (uses.get(from) ?? new Set()).add(to));
    }
  }
  return circlesIn(uses);
}

/** Strongly connected folders, by following each as far as it leads. */
export function circlesIn(uses) {
  const reached = (start) => {
    const seen = new Set();
    const queue = [...(uses.get(start) ?? [])];
    for (let next = queue.pop(); next !== undefined; next = queue.pop()) {
      if (seen.has(next)) continue;
      seen.add(next);
      queue.push(...(uses.get(next) ?? []));
    }
    return seen;
  };
  const reach = new Map([...uses.keys()].map((folder) => [folder, reached(folder)]));
  const circles = new Map();
  for (const [folder, ends] of reach) {
    if (!ends.has(folder)) continue;
    const circle = [...ends].filter((other) => reach.get(other)?.has(folder)).sort();
    circles.set(circle.join(' '), circle);
  }
  return [...circles.values()];
}
