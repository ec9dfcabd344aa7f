# Builds what is older than its sources.

# stale TARGET SOURCE…: true when TARGET is missing or any source is newer.
stale() {
  local target=$1
  shift
  [ ! -f "$target" ] || [ -n "$(find "$@" -newer "$target" -type f -print -quit)" ]
}

bundle() {
  npx --no-install esbuild "$1" --bundle --platform=node --format=esm --target=node20 --outfile="$2" \
    --alias:@nelbo/core/cure="$ROOT/core/src/cure.ts" --alias:@nelbo/core/papers="$ROOT/core/src/papers.ts" --alias:@nelbo/core/repairs="$ROOT/core/src/repairs.ts" --alias:@nelbo/core/finish="$ROOT/core/src/finish.ts" --alias:@nelbo/core="$ROOT/core/src/index.ts" --log-level=warning "${@:3}"
}

ensure_cli() {
  if stale cli/dist/nelbo-plan.mjs core/src cli/src package-lock.json; then
    bundle cli/src/main.ts cli/dist/nelbo-plan.mjs
  fi
}

ensure_built() {
  if stale server/dist/main.mjs core/src server/src package-lock.json; then
    say "Building the server …"
    bundle server/src/admin.ts server/dist/admin.mjs --packages=external
    bundle server/src/main.ts server/dist/main.mjs --packages=external
  fi
  if stale web/dist/browser/index.html core/src web/src web/angular.json web/public package-lock.json; then
    say "Building the web application …"
    (cd web && npx --no-install ng build >"$ROOT/web/build.log" 2>&1) || { cat web/build.log >&2; die "the web application did not build"; }
    node tools/precompress.mjs web/dist/browser
  fi
}
