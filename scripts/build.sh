#!/usr/bin/env bash
# Builds what has changed since the last build.
set -euo pipefail
cd "$(dirname "$0")/.."
mkdir -p .stamps
sources=$(find packages apps -path '*/node_modules' -prune -o -path '*/dist' -prune -o -type f -not -name '*.tsbuildinfo' -print0 | sort -z | xargs -0 sha256sum | cat - package-lock.json tsconfig.base.json | sha256sum | cut -c1-64)
if [ "$(cat .stamps/build 2>/dev/null)" = "$sources" ] && [ -f apps/web/dist/index.html ] && [ -f apps/server/dist/main.js ]; then exit 0; fi
echo "Building…"
npm run --silent build
echo "$sources" >.stamps/build
