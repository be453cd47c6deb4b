#!/usr/bin/env bash
# Runs a command that finds in EMBLO_SMALL_DISK a disk of its own that it may fill: 700 MB of memory, which only the
# command sees and which is gone with it. Root needs no more than a view of its own; everybody else is root in that view,
# and themselves again for the command, as the database does not run as root.
set -euo pipefail
disk=$(mktemp -d)
trap 'rmdir "$disk"' EXIT
export EMBLO_SMALL_DISK=$disk
mount='mount -t tmpfs -o size=700m,mode=1777 emblo "$EMBLO_SMALL_DISK"'
if [ "$(id -u)" -eq 0 ]; then
	unshare --mount sh -c "$mount && exec \"\$@\"" sh "$@"
else
	unshare --user --map-root-user --mount sh -c "$mount && exec unshare --user --map-user=$(id -u) --map-group=$(id -g) \"\$@\"" sh "$@"
fi
