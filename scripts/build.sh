# Steps that ./run and ./test share. Each looks first whether there is anything to do.
export DOTNET_CLI_TELEMETRY_OPTOUT=1 DOTNET_NOLOGO=1

say() { printf '\033[2m· %s\033[0m\n' "$*" >&2; }

# stale STAMP PATH...: whether anything under the paths is newer than the stamp
stale() {
  local stamp=$1
  shift
  [ ! -e "$stamp" ] || [ -n "$(find "$@" \( -name bin -o -name obj -o -name node_modules -o -name wwwroot \) -prune -o -newer "$stamp" -type f -print -quit 2>/dev/null)" ]
}

need_dotnet() {
  command -v dotnet >/dev/null || {
    echo "The .NET 10 SDK is missing. Install it (on Debian and Ubuntu the package is dotnet-sdk-10.0), then try again." >&2
    exit 1
  }
}

need_npm_packages() {
  command -v npm >/dev/null || {
    echo "Node.js 20.19 or newer with npm is missing. Install it, then try again." >&2
    exit 1
  }
  if stale node_modules/.installed package-lock.json; then
    say "installing the front end's packages (once)"
    npm ci --loglevel=error >&2
    touch node_modules/.installed
  fi
}

build_pages() {
  local out=src/AshNotch.Web/wwwroot
  if stale $out/.built web package-lock.json; then
    need_npm_packages
    say "building the pages"
    npm run --silent build --workspace web >&2
    touch $out/.built
  fi
}

publish_server() {
  dotnet publish src/AshNotch.Web -c Release -r linux-x64 --self-contained false -o artifacts/app -v quiet --nologo "$@" >artifacts/publish.log 2>&1
}

build_server() {
  if stale artifacts/app/.built src Directory.Build.props Directory.Packages.props global.json || [ src/AshNotch.Web/wwwroot/.built -nt artifacts/app/.built ]; then
    say "building the server"
    mkdir -p artifacts
    # Compiled ahead it answers sooner after a start; where the compiler for that cannot be had, it is compiled as it runs.
    publish_server -p:PublishReadyToRun=true || publish_server || {
      cat artifacts/publish.log >&2
      exit 1
    }
    touch artifacts/app/.built
  fi
}

# Starts the built server on a free port with a fresh folder; sets server_url and server_pid.
start_server() {
  server_folder=$(mktemp -d)
  ASHNOTCH_DATA=$server_folder dotnet artifacts/app/ash-notch.dll "$@" --port 0 >"$server_folder/out" 2>"$server_folder/err" &
  server_pid=$!
  for _ in $(seq 100); do
    server_url=$(sed -n 's/^Ash Notch is at \(http[^ ]*\).*/\1/p' "$server_folder/out")
    [ -n "$server_url" ] && return
    sleep 0.1
  done
  cat "$server_folder/err" >&2
  return 1
}

stop_server() {
  kill "$server_pid" 2>/dev/null || true
  wait "$server_pid" 2>/dev/null || true
  rm -rf "$server_folder"
}

write_types() {
  start_server
  curl -fsS "$server_url/openapi/v1.json" -o web/openapi.json
  stop_server
  npm run --silent types --workspace web

}
