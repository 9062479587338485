#!/bin/bash
# A whole copy of the database's files, which together with the archived WAL leads to any moment since (restore.sh). Run by yes-maybe-backup.timer.
#   backup.sh FOLDER     BACKUP_URL=postgres://role-with-replication@host:port/yes_maybe
# PostgreSQL archives what it writes into FOLDER/wal by itself:
#   archive_mode = on
#   archive_command = '/opt/yes-maybe/deploy/archive-wal.sh FOLDER "%p" "%f"'
#   archive_timeout = 60      # at most so many seconds of answers are not yet archived; 0 of them with a synchronous standby
# KEEP (3) copies are kept, and the WAL since the oldest of them.
set -eu
folder=${1:?the folder of backups is expected}
url=${BACKUP_URL:?BACKUP_URL is not set}
bin=${PG_BIN:-$(pg_config --bindir)}
keep=${KEEP:-3}
mkdir -p "$folder/base" "$folder/wal"

# What stands under the moment when it was whole is whole.
part="$folder/base/part"
rm -rf "$part"
"$bin/pg_basebackup" --dbname="$url" --pgdata="$part" --wal-method=fetch --checkpoint=fast --no-password
"$bin/pg_verifybackup" --quiet "$part"
stamp=$(date -u +%Y%m%dT%H%M%SZ)
mv "$part" "$folder/base/$stamp"
sync

# What is older than the oldest copy that is kept leads nowhere any more.
copies=("$folder"/base/*Z)
while ((${#copies[@]} > keep)); do
  rm -rf "${copies[0]}"
  copies=("${copies[@]:1}")
done
first=$(sed -n 's/^START WAL LOCATION: .* (file \([0-9A-F]*\)).*/\1/p' "${copies[0]}/backup_label")
"$bin/pg_archivecleanup" "$folder/wal" "$first"

size=$(du -sh "$folder/base/$stamp" | cut -f 1)
"$bin/psql" --no-psqlrc --quiet --set=ON_ERROR_STOP=1 --dbname="$url" --command="
  insert into upkeep (what, at, detail) values ('backup', now(), '$size, $stamp')
  on conflict (what) do update set at = excluded.at, detail = excluded.detail"
echo "$folder/base/$stamp: $size"
