#!/bin/bash
# Makes the files of a database as it was at a moment, in a new folder; the one in use is not touched.
#   restore.sh FOLDER NEW_DATA_FOLDER [MOMENT]      MOMENT as '2026-11-30 14:05:00+00'; without one as far as the archive leads
# Then: start PostgreSQL on NEW_DATA_FOLDER, look whether it is what was wanted, and lead the processes there. They need not be restarted.
set -eu
folder=${1:?the folder of backups is expected}
to=${2:?a new folder for the data is expected}
moment=${3:-}
[ ! -e "$to" ] || { echo "$to is there already; nothing was done." >&2; exit 1; }

# The newest copy that was whole by then.
at=$(date -u -d "${moment:-now}" +%Y%m%dT%H%M%SZ)
base=
for one in "$folder"/base/*Z; do
  [[ "$(basename "$one")" > "$at" ]] || base=$one
done
[ -d "$base" ] || { echo "No copy in $folder/base is older than $at." >&2; exit 1; }

mkdir -m 700 "$to"
cp -a "$base/." "$to/"
chmod 700 "$to"
rm -f "$to/postmaster.pid"
{
  echo "restore_command = 'cp \"$folder/wal/%f\" \"%p\"'"
  [ -z "$moment" ] || echo "recovery_target_time = '$moment'"
  echo "recovery_target_action = 'promote'"
  # Until somebody has looked, it archives nothing over what is there.
  echo "archive_mode = off"
} >> "$to/postgresql.auto.conf"
touch "$to/recovery.signal"
echo "$to: from $base${moment:+ up to $moment}"
