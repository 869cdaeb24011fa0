#!/usr/bin/env bash
# The built application on an empty database of its own, for the browser tests.
set -euo pipefail
cd "$(dirname "$0")/../.."
bash scripts/database.sh start test
url=$(bash scripts/database.sh url test)
node --input-type=module -e "
import pg from 'pg'
const client = new pg.Client(process.argv[1])
await client.connect()
await client.query('drop database if exists usitor_browser with (force)')
await client.query('create database usitor_browser')
await client.end()" "$url"
export USITOR_LOG=warn DATABASE_URL=${url%/usitor}/usitor_browser PORT=$1 HOST=127.0.0.1 SMTP_URL=smtp://127.0.0.1:$(($1 + 15))
export USITOR_ADDRESS=http://127.0.0.1:$1 USITOR_SECRET=$(node -p "require('crypto').randomBytes(32).toString('base64')")
node --import tsx stand-ins/mail.ts $(($1 + 15)) $(($1 + 16)) &
mail=$!
rm -rf .data/browser-places; mkdir -p .data/browser-places/computer .data/browser-places/drive
node --import tsx stand-ins/drive.ts .data/browser-places/drive $(($1 + 17)) &
drive=$!
export USITOR_FOLDERS=$PWD/.data/browser-places USITOR_HOSTS=127.0.0.1
trap 'kill $mail $drive 2>/dev/null' EXIT
node scripts/start.mjs &
server=$!
trap 'kill $server $mail $drive 2>/dev/null; exit 0' INT TERM
wait $server
