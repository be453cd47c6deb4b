#!/usr/bin/env bash
# Installs the Debian packages that are missing: postgresql to start; headless Chromium, a C
# compiler, poppler and faketime as well to test. Needs root or sudo for that; without either it says what is missing and stops.
set -euo pipefail
for tool in go node npm; do
	if ! command -v "$tool" >/dev/null; then
		echo "emblo: $tool is missing: install Go 1.26 or later and Node 20 or later first" >&2
		exit 1
	fi
done
missing=()
compgen -G '/usr/lib/postgresql/*/bin/postgres' >/dev/null || missing+=(postgresql)
if [ "${1:-start}" = test ]; then
	[ -x /usr/bin/chromium-headless-shell ] || missing+=(chromium-headless-shell)
	command -v pdftoppm >/dev/null || missing+=(poppler-utils) # to read labels off the PDF
	compgen -G '/usr/lib/*/faketime/libfaketimeMT.so.1' >/dev/null || missing+=(faketime) # to move the clock of the tests' database
	command -v gcc >/dev/null || missing+=(gcc libc6-dev) # for the race detector
fi
[ "${#missing[@]}" -eq 0 ] && exit 0
if [ "$(id -u)" -eq 0 ]; then
	as_root=()
elif command -v sudo >/dev/null && { [ -t 0 ] || sudo -n true 2>/dev/null; }; then
	as_root=(sudo)
else
	echo "emblo: missing Debian packages: ${missing[*]}. Install them as root: apt-get install ${missing[*]}" >&2
	exit 1
fi
echo "Installing ${missing[*]} (this can take a few minutes)"
"${as_root[@]}" env DEBIAN_FRONTEND=noninteractive apt-get -o DPkg::Lock::Timeout=300 update -qq
"${as_root[@]}" env DEBIAN_FRONTEND=noninteractive apt-get -o DPkg::Lock::Timeout=300 install -y --no-install-recommends "${missing[@]}" >/dev/null
