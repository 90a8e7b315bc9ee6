package kernel

import (
	"context"
	"net/http"
	"time"
)

// cookieName is a cookie's name; over HTTPS it is one that only this very host can have set, for all its paths.
func cookieName(tls bool, name string) string {
	if tls {
		return "__Host-" + name
	}
	return name
}

// Keepsake is what a browser was given to keep under a name, "" when it brought none.
func (tx *Tx) Keepsake(name string) string {
	if tx.entry == nil {
		return ""
	}
	r := http.Request{Header: http.Header{"Cookie": {tx.entry.huma.Header("Cookie")}}}
	c, err := r.Cookie(cookieName(tx.entry.tls, name))
	if err != nil {
		return ""
	}
	return c.Value
}

// GiveKeepsake gives the caller's browser something to keep, once the deed is in. No script of a page reads it.
func (tx *Tx) GiveKeepsake(name, value string, lasts time.Duration) {
	if tx.entry == nil {
		return
	}
	e := tx.entry
	cookie := http.Cookie{Name: cookieName(e.tls, name), Value: value, Path: "/", MaxAge: int(lasts.Seconds()), HttpOnly: true, Secure: e.tls, SameSite: http.SameSiteStrictMode}
	tx.AfterCommit(func(context.Context) { e.huma.AppendHeader("Set-Cookie", cookie.String()) })
}

// Agent is what the caller's program calls itself, "" without a request.
func (tx *Tx) Agent() string {
	if tx.entry == nil {
		return ""
	}
	return tx.entry.huma.Header("User-Agent")
}

// ClearCache asks the caller's browser to forget the answers that it keeps for its own page, once the deed is in.
func (tx *Tx) ClearCache() {
	if tx.entry == nil {
		return
	}
	e := tx.entry
	tx.AfterCommit(func(context.Context) { e.huma.AppendHeader("Clear-Site-Data", `"cache"`) })
}
