#!/usr/bin/env bash
# Installs what is missing: Debian's packages named as arguments, and the npm packages. Asks for nothing.
set -euo pipefail
cd "$(dirname "$0")/.."

major=$(node -p 'process.versions.node.split(".")[0]' 2>/dev/null || echo 0)
if [ "$major" -lt 20 ]; then
  echo "Limber Sheaf needs Node.js 20.19 or newer." >&2
  exit 1
fi

install_missing() {
  export DEBIAN_FRONTEND=noninteractive
  apt-get update -qq >/dev/null
  # The cluster that Debian would start by itself is not wanted: the project runs its own.
  mkdir -p /etc/postgresql-common
  [ -f /etc/postgresql-common/createcluster.conf ] || echo 'create_main_cluster = false' >/etc/postgresql-common/createcluster.conf
  apt-get install -y -qq --no-install-recommends "${missing[@]}" >/dev/null
}

missing=()
installing=
for package in "$@"; do
  case "$package" in
    postgresql) ls /usr/lib/postgresql/*/bin/initdb >/dev/null 2>&1 || missing+=("$package") ;;
    chromium) [ -x /usr/bin/chromium ] || missing+=("$package") ;;
    imagemagick) [ -x /usr/bin/convert ] || missing+=("$package") ;;
  esac
done
if [ ${#missing[@]} -gt 0 ]; then
  if [ "$(id -u)" -ne 0 ]; then
    echo "Missing: ${missing[*]}. Install them (apt-get install ${missing[*]}), or run this as root once." >&2
    exit 1
  fi
  echo "Installing ${missing[*]}…"
  # At the same time as the npm packages: neither waits for the other.
  install_missing &
  installing=$!
fi

mkdir -p .stamps
lock=$(sha256sum package-lock.json | cut -c1-64)
if [ ! -d node_modules ] || [ "$(cat .stamps/npm 2>/dev/null)" != "$lock" ]; then
  echo "Installing npm packages…"
  npm ci --no-audit --no-fund --loglevel=error
  echo "$lock" >.stamps/npm
fi

if [ -n "$installing" ] && ! wait "$installing"; then
  echo "${missing[*]} could not be installed." >&2
  exit 1
fi
