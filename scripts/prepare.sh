# Sourced by the other scripts: the project folder, and packages installed as the lock file says.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
# installed already, and from this lock file
if [ ! -f node_modules/.package-lock.json ] || [ package-lock.json -nt node_modules/.package-lock.json ]; then
  echo "Installing packages …" >&2
  npm ci --no-progress --loglevel=error >&2
  touch node_modules/.package-lock.json
fi
