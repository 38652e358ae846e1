# The built application alone (Debian 13, for its Node 20): bring PostgreSQL 15 or later, and a proxy for TLS.
FROM debian:trixie-slim AS build
RUN apt-get update && apt-get install -y --no-install-recommends nodejs npm ca-certificates && rm -rf /var/lib/apt/lists/*
WORKDIR /app
COPY package.json package-lock.json ./
RUN npm ci
COPY . .
RUN npx next build

FROM debian:trixie-slim
RUN apt-get update && apt-get install -y --no-install-recommends nodejs ca-certificates && rm -rf /var/lib/apt/lists/* \
  && useradd --system --create-home ledger
WORKDIR /app
COPY --from=build --chown=ledger /app /app
USER ledger
ENV NODE_ENV=production HOST=0.0.0.0 PORT=3000
EXPOSE 3000
CMD ["node", "scripts/serve.mjs"]
