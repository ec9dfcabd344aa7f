# Builds what is older than its sources: beside what is there, and switched to when it is whole.

# stale TARGET SOURCE…: true when TARGET is missing or any source is newer.
stale() {
  local target=$1
  shift
  [ ! -f "$target" ] || [ -n "$(find "$@" -newer "$target" -type f -print -quit)" ]
}

bundle() {
  npx --no-install esbuild "$1" --bundle --platform=node --format=esm --target=node20 --outfile="$2" \
    --alias:@nelbo/core/boat="$ROOT/core/src/boat.ts" --alias:@nelbo/core/cure="$ROOT/core/src/cure.ts" --alias:@nelbo/core/document="$ROOT/core/src/document.ts" --alias:@nelbo/core/fields="$ROOT/core/src/fields.ts" --alias:@nelbo/core/papers="$ROOT/core/src/papers.ts" --alias:@nelbo/core/repairs="$ROOT/core/src/repairs.ts" --alias:@nelbo/core/finish="$ROOT/core/src/finish.ts" --alias:@nelbo/core="$ROOT/core/src/index.ts" --log-level=warning "${@:3}" ||
    die "$1 did not build; is the disk full?"
}

# switch_to NEW PLACE TARGET BEGAN: what was built beside becomes PLACE-<time>, and the link PLACE leads there at once. A
# server that runs goes on with the build that it began with. TARGET is as old as the moment the build began, so that what
# was edited meanwhile is built again.
switch_to() {
  local new=$1 place=$2 target=$3 began=$4 home old
  touch -r "$began" "$new/$target"
  rm -f "$began"
  home=$place-$(date +%s%N)
  mv "$new" "$home"
  [ -L "$place" ] || [ ! -e "$place" ] || mv "$place" "$place-0"
  ln -sfn "$(basename "$home")" "$place.link"
  mv -T "$place.link" "$place"
  # The last few stay: something may run from them still.
  for old in $(printf '%s\n' "$place"-* | sort | head -n -3); do
    grep -qx -- "$(readlink -f "$old")" "$STATE/server" 2>/dev/null || rm -rf "$old"
  done
}

ensure_cli() {
  local began
  if stale cli/dist/nelbo-plan.mjs core/src cli/src package-lock.json; then
    began=$(mktemp)
    rm -rf cli/dist.next
    bundle cli/src/main.ts cli/dist.next/nelbo-plan.mjs
    switch_to cli/dist.next cli/dist nelbo-plan.mjs "$began"
  fi
}

ensure_server() {
  local began
  if stale server/dist/main.mjs core/src server/src package-lock.json; then
    say "Building the server …"
    began=$(mktemp)
    rm -rf server/dist.next
    bundle server/src/admin.ts server/dist.next/admin.mjs --packages=external
    bundle server/src/heavy/worker.ts server/dist.next/worker.mjs --packages=external
    bundle server/src/main.ts server/dist.next/main.mjs --packages=external
    switch_to server/dist.next server/dist main.mjs "$began"
  fi
}

ensure_built() {
  local began
  ensure_server
  if stale web/dist/browser/index.html core/src web/src web/angular.json web/public tools/service-worker.mjs package-lock.json; then
    say "Building the web application …"
    began=$(mktemp)
    rm -rf web/dist.next
    (cd web && npx --no-install ng build --output-path dist.next >"$ROOT/web/build.log" 2>&1) || { cat web/build.log >&2; die "the web application did not build"; }
    node tools/service-worker.mjs web/dist.next/browser || die "the service worker did not build"
    node tools/precompress.mjs web/dist.next/browser || die "the built files could not be pressed; is the disk full?"
    node tools/first-load.mjs web/dist.next/browser || die "the first load of the pages could not be measured"
    switch_to web/dist.next web/dist browser/index.html "$began"
  fi
}
