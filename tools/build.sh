# Shared by run and check: brings the build up to date, and does nothing where nothing is stale.
export DOTNET_CLI_TELEMETRY_OPTOUT=1 DOTNET_NOLOGO=1

root="$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)"
web="$root/src/web"
web_dist="$web/dist"

need_tools() {
  command -v dotnet >/dev/null || { echo "Ink Basin needs the .NET SDK named in global.json." >&2; exit 1; }
  command -v npm >/dev/null || { echo "Ink Basin needs Node.js 20 or later with npm." >&2; exit 1; }
}

server_dll() { find "$root/src/InkBasin.Server/bin/Release" -name InkBasin.Server.dll -not -path '*/ref/*' 2>/dev/null | head -n 1 || true; }

# Asking dotnet whether anything is stale takes longer than the start itself: a stamp tells when it was last asked.
build_server() {
  local log stamp="$root/src/InkBasin.Server/obj/.built"
  server_dll="$(server_dll)"
  if [ -n "$server_dll" ] && [ -f "$stamp" ]; then
    local newer
    newer="$(find "$root"/src/InkBasin.* "$root/demo" "$root"/Directory.* "$root/global.json" \( -name bin -o -name obj \) -prune -o -newer "$stamp" -print -quit)"
    [ -n "$newer" ] || return 0
  fi
  # The build's own folders first: made by it, they would make their projects look newer than the stamp.
  local project
  for project in "$root"/src/InkBasin.*; do mkdir -p "$project/bin" "$project/obj"; done
  log="$(mktemp)"
  if ! dotnet build -c Release "$root/src/InkBasin.Server" -v quiet >"$log.out" 2>&1; then
    cat "$log.out" >&2
    rm -f "$log" "$log.out"
    exit 1
  fi
  rm -f "$log.out"
  # As old as the build's beginning: what was changed meanwhile is newer.
  mv "$log" "$stamp"
  server_dll="$(server_dll)"
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
