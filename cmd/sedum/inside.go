package main

import (
	"context"

	"sedum/app"
	"sedum/kernel"
)

// inside does something in the house's own name from the shell, in a database that is brought up to date first.
func inside(dsn string, do func(tx *kernel.Tx) error) error {
	d, err := kernel.Open(dsn)
	if err != nil {
		return err
	}
	defer func() { _ = d.Close() }()
	k := app.New(d, app.Settings{})
	if err := k.Migrate(context.Background()); err != nil {
		return err
	}
	return k.Do(context.Background(), kernel.Who{}, do)
}
