#!/usr/bin/env bash
# Everything for a look at Usitor: packages, database, build, demo data, server. `--fresh` starts over.
. "$(dirname "$0")/prepare.sh"
port=${PORT:-3210}
if [ "${1:-}" = --fresh ]; then bash scripts/database.sh remove demo; rm -rf .data/demo-places; fi
bash scripts/database.sh start demo
DATABASE_URL=$(bash scripts/database.sh url demo)
# seals what the installation keeps secret; an installation for use sets its own
[ -f .data/demo-secret ] || node -p "require('crypto').randomBytes(32).toString('base64')" > .data/demo-secret
USITOR_SECRET=${USITOR_SECRET:-$(cat .data/demo-secret)} USITOR_ADDRESS=${USITOR_ADDRESS:-http://127.0.0.1:$port}
export USITOR_SECRET USITOR_ADDRESS
export DATABASE_URL PORT=$port HOST=127.0.0.1 USITOR_LOG=${USITOR_LOG:-warn}

# built before, and from these very sources
sources=$(git ls-files -co --exclude-standard app core places server shared public scripts nuxt.config.ts package-lock.json 2>/dev/null | sort | xargs -d '\n' sha256sum 2>/dev/null | sha256sum | cut -c1-40)
if [ ! -f .output/server/index.mjs ] || [ "$(cat .output/sources 2>/dev/null)" != "$sources" ]; then
  echo "Building …"
  npx nuxt build >.data/build.log 2>&1 || { tail -n 40 .data/build.log; exit 1; }
  echo "$sources" > .output/sources
fi

# a mail service that takes everything and sends nothing on; SMTP_URL names a real one
mail=
if [ -z "${SMTP_URL:-}" ]; then
  node --import tsx stand-ins/mail.ts $((port + 15)) $((port + 16)) & mail=$!
  export SMTP_URL=smtp://127.0.0.1:$((port + 15))
fi
# a folder to be looked at, and a drive that stands in for a remote one
places=$PWD/.data/demo-places
mkdir -p "$places/computer" "$places/drive"
node --import tsx stand-ins/drive.ts "$places/drive" $((port + 17)) & drive=$!
export USITOR_FOLDERS=${USITOR_FOLDERS:-$places} USITOR_HOSTS=${USITOR_HOSTS:-127.0.0.1}
node scripts/start.mjs &
server=$!
trap 'kill $server $mail $drive 2>/dev/null; wait $server 2>/dev/null; bash scripts/database.sh stop demo' EXIT
trap 'exit 0' INT TERM
for _ in $(seq 150); do
  if curl -sf "http://127.0.0.1:$port/api/session" >/dev/null 2>&1 || node -e "fetch('http://127.0.0.1:$port/api/session').then(a=>process.exit(a.ok?0:1),()=>process.exit(1))"; then break; fi
  kill -0 $server 2>/dev/null || { echo "The server did not start. Is port $port taken? Try: PORT=3310 npm run demo" >&2; exit 1; }
  sleep 0.2
done
node --import tsx demo/load.ts "http://127.0.0.1:$port" "$places" "http://127.0.0.1:$((port + 17))/"
cat <<TEXT

  Usitor is at     http://127.0.0.1:$port
  Sign in with     coordinator@usitor.example
  and password     shore-survey
${mail:+
  Mail that is sent is only taken and shown: http://127.0.0.1:$((port + 16))
  The links of three people, to hand in by, stand there too.
}
  "Bookbinding" looks for its files in $places/computer and at http://127.0.0.1:$((port + 17))/
  Ctrl+C ends it; the data stays. npm run demo -- --fresh starts over.
TEXT
wait $server
