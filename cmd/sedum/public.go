package main

import (
	"context"
	"log/slog"
	"net"

	"sedum/app/copies"
	"sedum/app/reminders"
	"sedum/kernel"
	"sedum/ui"
)

// servePublic answers who holds a customer's link, on a listener of its own, until the context ends. Its trouble is told and ends nothing else.
func servePublic(ctx context.Context, listener net.Listener, k *kernel.Kernel, letters reminders.Desk, cert, key string) {
	files, names := ui.Copies()
	if err := serve(ctx, listener, copies.NewPublic(k, files, names).Letters(letters), cert, key); err != nil {
		slog.Error("customers' copies are not served any more", "error", err)
	}
}

// beside is the address of the demo's second listener: the next port of the same host.
func beside(address string) string {
	host, port, err := net.SplitHostPort(address)
	if err != nil || port == "0" {
		return net.JoinHostPort(host, "0")
	}
	n, err := net.LookupPort("tcp", port)
	if err != nil {
		return net.JoinHostPort(host, "0")
	}
	return (&net.TCPAddr{IP: net.ParseIP(host), Port: n + 1}).String()
}
