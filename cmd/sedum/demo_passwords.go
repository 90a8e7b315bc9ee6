package main

import (
	"context"
	"errors"
	"net"
	"os"
	"path/filepath"
	"syscall"

	"sedum/app/people"
	"sedum/demo"
	"sedum/kernel"
)

// onLoopback tells whether only this machine reaches an address.
func onLoopback(listen string) bool {
	host, _, err := net.SplitHostPort(listen)
	if err != nil {
		return false
	}
	ip := net.ParseIP(host)
	return host == "localhost" || (ip != nil && ip.IsLoopback())
}

// demoPasswords are what the demo's people sign in by, by their sign-in names. On this machine alone they are those that are printed
// everywhere; on a network others, made at this start and told on the console only. Back on this machine the printed ones hold again.
func demoPasswords(ctx context.Context, k *kernel.Kernel, folder string, loopback bool) (map[string]string, error) {
	mark := filepath.Join(folder, "own-passwords")
	_, err := os.Lstat(mark)
	changed := err == nil
	words := map[string]string{}
	err = k.Do(ctx, kernel.Who{}, func(tx *kernel.Tx) error {
		for _, p := range demo.People() {
			words[p.SignIn] = p.Password
			if loopback && !changed {
				continue
			}
			if !loopback {
				words[p.SignIn] = people.Readable()
			}
			if err := people.SetDemoPassword(tx, p.SignIn, words[p.SignIn]); err != nil && !errors.Is(err, kernel.ErrMissing) {
				return err
			}
		}
		return nil
	})
	switch {
	case err != nil:
		return nil, err
	case loopback:
		err = os.RemoveAll(mark)
	default:
		var f *os.File
		if f, err = os.OpenFile(mark, os.O_CREATE|os.O_WRONLY|syscall.O_NOFOLLOW, 0o600); err == nil {
			err = f.Close()
		}
	}
	return words, err
}

// demoHosts are the names that the demo answers for on this machine alone: a page elsewhere whose name leads here is not one.
func demoHosts(loopback bool) []string {
	if !loopback {
		return nil
	}
	return []string{"localhost", "127.0.0.1", "::1"}
}
