# Shared by run and check: brings the build up to date, and does nothing where nothing is stale.
export DOTNET_CLI_TELEMETRY_OPTOUT=1 DOTNET_NOLOGO=1

root="$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)"
web="$root/src/web"
web_dist="$web/dist"

need_tools() {
  command -v dotnet >/dev/null || { echo "Ink Basin needs the .NET SDK named in global.json." >&2; exit 1; }
  command -v npm >/dev/null || { echo "Ink Basin needs Node.js 20 or later with npm." >&2; exit 1; }
}

build_server() {
  local log
  log="$(mktemp)"
  if ! dotnet build -c Release "$root/src/InkBasin.Server" -v quiet >"$log" 2>&1; then
    cat "$log" >&2
    rm -f "$log"
    exit 1
  fi
  rm -f "$log"
  server_dll="$(find "$root/src/InkBasin.Server/bin/Release" -name InkBasin.Server.dll -not -path '*/ref/*' | head -n 1)"
}

install_web() {
  if [ ! -f "$web/node_modules/.installed" ] || [ "$web/package-lock.json" -nt "$web/node_modules/.installed" ]; then
    (cd "$web" && npm ci --no-audit --no-fund --loglevel=error >&2)
    touch "$web/node_modules/.installed"
  fi
}

build_web() {
  install_web
  local newer=yes
  if [ -f "$web_dist/index.html" ]; then
    newer="$(find "$web/src" "$web/public" "$web/index.html" "$web/vite.config.ts" "$web/package-lock.json" -newer "$web_dist/index.html" -print -quit)"
  fi
  [ -z "$newer" ] || (cd "$web" && npx vite build --logLevel warn >&2)
}
