#!/bin/sh
# What PostgreSQL calls for each finished piece of WAL (archive_command): copied whole and to the disk, or not at all, and never over another one.
#   archive-wal.sh FOLDER PATH NAME
set -eu
to="$1/wal/$3"
if [ -e "$to" ]; then
  # The same one once more, after a crash between the copy and the note of it.
  cmp -s "$2" "$to"
  exit
fi
cp "$2" "$to.part"
sync "$to.part"
mv "$to.part" "$to"
sync "$1/wal"
