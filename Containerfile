# An image of one process; the same steps as on a machine (docs/operating.md). `scripts/drills.mjs container` runs its RUN lines in a clean folder.
#   podman build -t yes-maybe .    podman run --env-file yes-maybe.env -e HOST=0.0.0.0 -p 3000:3000 yes-maybe
# Migrations, once for each version:    podman run --rm --env-file yes-maybe.env yes-maybe node built/migrate.mjs
FROM node:20.20-bookworm-slim AS build
WORKDIR /app
COPY . .
RUN npm ci --no-audit --no-fund
RUN NODE_ENV=production NEXT_TELEMETRY_DISABLED=1 npm run build
RUN npm prune --omit=dev --ignore-scripts --no-audit --no-fund

FROM node:20.20-bookworm-slim
ENV NODE_ENV=production NEXT_TELEMETRY_DISABLED=1 HOST=0.0.0.0 PORT=3000
WORKDIR /app
COPY --from=build --chown=root:root /app ./
USER node
EXPOSE 3000
STOPSIGNAL SIGTERM
HEALTHCHECK --interval=10s --timeout=3s --start-period=20s CMD ["node", "-e", "fetch('http://127.0.0.1:' + process.env.PORT + '/api/health/live').then((r) => process.exit(r.ok ? 0 : 1), () => process.exit(1))"]
CMD ["node", "built/serve.mjs"]
