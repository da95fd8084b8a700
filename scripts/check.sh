# Counting what passes and what fails, for ./test.
passed=0
failed=0

check() {
  local name=$1
  shift
  if "$@" >artifacts/results/last.log 2>&1; then
    passed=$((passed + 1))
    echo "ok    $name"
  else
    failed=$((failed + 1))
    echo "FAIL  $name"
    tail -n 60 artifacts/results/last.log
  fi
}

# add PASSED FAILED NAME: takes a runner's own counts; a runner that counts nothing has failed
add() {
  local p=${1:-0} f=${2:-0}
  [ $((p + f)) -gt 0 ] || f=1
  passed=$((passed + p))
  failed=$((failed + f))
  echo "$([ "$f" -eq 0 ] && echo 'ok   ' || echo 'FAIL ') $3: $p passed, $f failed"
}

csharp_is_formatted() {
  dotnet tool restore && dotnet csharpier check src tests benches
}

# need_debian PACKAGE...: programs of Debian's packages that the checks look at our work with, each at /usr/bin/PACKAGE
need_debian() {
  local missing=()
  for package in "$@"; do [ -x "/usr/bin/$package" ] || missing+=("$package"); done
  [ ${#missing[@]} -eq 0 ] && return
  say "installing ${missing[*]} for the checks (once)"
  local sudo=""
  [ "$(id -u)" -eq 0 ] || sudo=sudo
  { $sudo apt-get update && $sudo apt-get install -y --no-install-recommends "${missing[@]}"; } >artifacts-debian.log 2>&1 || {
    tail -n 5 artifacts-debian.log >&2
    echo "${missing[*]} could not be installed. Put them into /usr/bin (Debian's packages of these names), then try again." >&2
    exit 1
  }
  rm -f artifacts-debian.log
}

count_dotnet() {
  local log=artifacts/results/$(basename "$1").log
  dotnet test "$1" -c Release --no-build -v quiet --nologo --logger "console;verbosity=minimal" -- RunConfiguration.TreatNoTestsAsError=true >"$log" 2>&1
  local code=$?
  local p f
  p=$(sed -n 's/.*Passed: *\([0-9]*\).*/\1/p' "$log" | tail -n 1)
  f=$(sed -n 's/.*Failed: *\([0-9]*\).*/\1/p' "$log" | tail -n 1)
  if [ $code -ne 0 ]; then
    grep -v '^ *at ' "$log" | tail -n 80
    [ "${f:-0}" -gt 0 ] || f=1
  fi
  add "$p" "$f" "$(basename "$1")"
}

count_vitest() {
  local out=artifacts/results/vitest.json
  rm -f $out
  npm run --silent test --workspace web -- --reporter=json --outputFile=../$out >artifacts/results/vitest.log 2>&1 || tail -n 60 artifacts/results/vitest.log
  add "$(json $out numPassedTests)" "$(json $out numFailedTests)" "front end unit tests"
}

count_playwright() {
  local out=artifacts/results/playwright.json
  rm -f $out
  (cd tests/e2e && PLAYWRIGHT_JSON_OUTPUT_NAME=../../$out npx playwright test --reporter=line,json) >artifacts/results/playwright.log 2>&1 || tail -n 120 artifacts/results/playwright.log
  add "$(json $out stats.expected)" "$(($(json $out stats.unexpected) + $(json $out stats.flaky)))" "browser tests"
  why_browser_tests_failed $out
}

# why_browser_tests_failed FILE: title and reason of each, the last thing said of them, where a cut-off log still has it
why_browser_tests_failed() {
  node -e '
    const plain = (text) => text.replace(/\u001b\[[0-9;]*m/g, "").split("\n").slice(0, 12).join("\n  ");
    const walk = (suite) => [...(suite.specs ?? []).filter((s) => !s.ok), ...(suite.suites ?? []).flatMap(walk)];
    let report = { suites: [] };
    try { report = JSON.parse(require("fs").readFileSync(process.argv[1], "utf8")); } catch {}
    for (const spec of report.suites.flatMap(walk))
      for (const { message } of spec.tests.flatMap((t) => t.results).flatMap((r) => r.errors))
        console.log(`${spec.file}:${spec.line} ${spec.title}\n  ${plain(message ?? "")}`);
  ' "$1"
}

# json FILE PATH: a number in a JSON file, 0 when it is not there
json() {
  node -e 'let v; try { v = JSON.parse(require("fs").readFileSync(process.argv[1], "utf8")); for (const k of process.argv[2].split(".")) v = v?.[k]; } catch {} console.log(Number(v) || 0)' "$1" "$2"
}

types_are_fresh() {
  npx openapi-typescript web/openapi.json -o artifacts/results/api-types.d.ts && diff -q artifacts/results/api-types.d.ts web/src/lib/api/api-types.d.ts
}

# What formatters leave as it is, words and comments, is to fit the width too. Made files are as they are made.
lines_fit() {
  local long
  long=$(git ls-files 'src/*.cs' 'tests/*.cs' 'benches/*.cs' 'web/src/*.ts' 'web/src/*.svelte' 'web/src/*.css' 'tests/e2e/*.ts' |
    grep -v 'api-types' | LC_ALL=C.UTF-8 xargs grep -nP '^.{141,}' | cut -c 1-120)
  [ -z "$long" ] || { echo "$long"; return 1; }
}

sum_up() {
  echo
  echo "$passed passed, $failed failed"
  [ "$failed" -eq 0 ]
}
