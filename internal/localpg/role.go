package localpg

import (
	"context"
	"crypto/rand"
	"encoding/hex"
	"fmt"

	"github.com/jackc/pgx/v5"
)

// URL returns the connection URL of the named database, for the role that owns it and may nothing beyond.
func (s *Server) URL(database string) string { return s.url(role, s.rolePassword, database) }

func (s *Server) url(who, password, database string) string {
	return fmt.Sprintf("postgres://%s:%s@127.0.0.1:%d/%s?sslmode=disable", who, password, s.port, database)
}

// admin does something as the superuser.
func (s *Server) admin(ctx context.Context, do func(*pgx.Conn) error) error {
	return s.adminOf(ctx, "postgres", do)
}

func (s *Server) adminOf(ctx context.Context, database string, do func(*pgx.Conn) error) error {
	conn, err := pgx.Connect(ctx, s.url(superuser, s.password, database))
	if err != nil {
		return err
	}
	defer conn.Close(context.WithoutCancel(ctx))
	return do(conn)
}

// makeRole makes the role that the application works as, and gives it the password of this start.
func (s *Server) makeRole(ctx context.Context) error {
	return s.admin(ctx, func(conn *pgx.Conn) error {
		_, err := conn.Exec(ctx, `do $$ begin
			if not exists (select from pg_roles where rolname = '`+role+`') then create role `+role+`; end if;
		end $$; alter role `+role+` login nosuperuser nocreatedb nocreaterole noreplication password '`+s.rolePassword+`'`)
		return err
	})
}

// EnsureDatabase creates the named database when it does not exist, and gives it to the role with all that is in it
// where it does: one that was made before there was a role is the superuser's.
func (s *Server) EnsureDatabase(ctx context.Context, name string) error {
	quoted := pgx.Identifier{name}.Sanitize()
	err := s.admin(ctx, func(conn *pgx.Conn) error {
		var there bool
		if err := conn.QueryRow(ctx, "select exists (select from pg_database where datname = $1)",
			name).Scan(&there); err != nil {
			return err
		}
		verb := "create database " + quoted + " owner " + role
		if there {
			verb = "alter database " + quoted + " owner to " + role
		}
		_, err := conn.Exec(ctx, verb)
		return err
	})
	if err != nil {
		return err
	}
	return s.adminOf(ctx, name, func(conn *pgx.Conn) error {
		_, err := conn.Exec(ctx, handOver)
		return err
	})
}

// handOver gives the tables, sequences and functions of a database to the role; those of an extension stay with it, and
// a sequence goes with the table that it belongs to.
const handOver = `do $$ declare one record; begin
	for one in select c.oid::regclass as thing from pg_class c join pg_namespace n on n.oid = c.relnamespace
		where n.nspname = 'public' and c.relkind in ('r', 'S', 'v') and pg_get_userbyid(c.relowner) <> '` + role + `'
		and not exists (select from pg_depend d where d.objid = c.oid and d.deptype in ('a', 'e', 'i')) loop
		execute format('alter table %s owner to ` + role + `', one.thing);
	end loop;
	for one in select p.oid::regprocedure as thing from pg_proc p join pg_namespace n on n.oid = p.pronamespace
		where n.nspname = 'public' and pg_get_userbyid(p.proowner) <> '` + role + `'
		and not exists (select from pg_depend d where d.objid = p.oid and d.deptype = 'e') loop
		execute format('alter routine %s owner to ` + role + `', one.thing);
	end loop;
end $$`

// secretText returns a password that nobody can guess.
func secretText() string {
	raw := make([]byte, 24)
	rand.Read(raw)
	return hex.EncodeToString(raw)
}
