package kernel

import (
	"context"
	"database/sql"
	"database/sql/driver"
	"errors"
)

// one is the connection of a Tx as GORM speaks to it. Every statement of a Tx goes over the same connection, and after an error
// that is more than "there already" none goes any more: the database may have ended the transaction by itself, and what came after
// would be in without it.
type one struct {
	open   func(context.Context) (querier, error)
	conn   querier
	broken error
	watch  func(statement string, values []any) error
}

type querier interface {
	PrepareContext(ctx context.Context, query string) (*sql.Stmt, error)
	ExecContext(ctx context.Context, query string, args ...any) (sql.Result, error)
	QueryContext(ctx context.Context, query string, args ...any) (*sql.Rows, error)
	QueryRowContext(ctx context.Context, query string, args ...any) *sql.Row
}

// ready is the connection, opened at the first statement.
func (o *one) ready(ctx context.Context, statement string, values []any) (querier, error) {
	if o.broken != nil {
		return nil, o.broken
	}
	if o.conn == nil {
		conn, err := o.open(ctx)
		if err != nil {
			return nil, o.note(err)
		}
		o.conn = conn
	}
	if o.watch != nil {
		if err := o.watch(statement, values); err != nil {
			return nil, o.note(err)
		}
	}
	return o.conn, nil
}

func (o *one) note(err error) error {
	if err != nil && !isNumber(err, duplicate) && !errors.Is(err, sql.ErrNoRows) {
		o.broken = err
	}
	return err
}

func (o *one) PrepareContext(ctx context.Context, query string) (*sql.Stmt, error) {
	conn, err := o.ready(ctx, query, nil)
	if err != nil {
		return nil, err
	}
	out, err := conn.PrepareContext(ctx, query)
	return out, o.note(err)
}

func (o *one) ExecContext(ctx context.Context, query string, args ...any) (sql.Result, error) {
	conn, err := o.ready(ctx, query, args)
	if err != nil {
		return nil, err
	}
	out, err := conn.ExecContext(ctx, query, args...)
	return out, o.note(err)
}

func (o *one) QueryContext(ctx context.Context, query string, args ...any) (*sql.Rows, error) {
	conn, err := o.ready(ctx, query, args)
	if err != nil {
		return nil, err
	}
	out, err := conn.QueryContext(ctx, query, args...)
	return out, o.note(err)
}

// QueryRowContext is for GORM's sake; nothing of ours uses it, for its error comes too late to be noted.
func (o *one) QueryRowContext(ctx context.Context, query string, args ...any) *sql.Row {
	conn, err := o.ready(ctx, query, args)
	if err != nil {
		gone, cancel := context.WithCancel(ctx)
		cancel()
		return new(sql.DB).QueryRowContext(gone, query)
	}
	return conn.QueryRowContext(ctx, query, args...)
}

// throwAway closes a connection whose transaction could not be ended: nobody gets it again.
func throwAway(conn *sql.Conn) {
	_ = conn.Raw(func(any) error { return driver.ErrBadConn })
}
