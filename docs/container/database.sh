#!/bin/sh
# Run once by the database's image, when its folder is empty: the two roles, and the extensions that only a superuser
# may add.
set -eu
psql -v ON_ERROR_STOP=1 -v owner="$OWNER_PASSWORD" -v application="$APPLICATION_PASSWORD" --username postgres <<'SQL'
CREATE ROLE justseal_owner LOGIN PASSWORD :'owner';
CREATE ROLE justseal_app LOGIN PASSWORD :'application';
CREATE DATABASE justseal OWNER justseal_owner;
\connect justseal
CREATE EXTENSION citext;
CREATE EXTENSION pg_trgm;
SQL
