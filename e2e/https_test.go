package e2e_test

import (
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/sha256"
	"crypto/tls"
	"crypto/x509"
	"crypto/x509/pkix"
	"encoding/base64"
	"math/big"
	"net"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/clock"
	"sedum/app/work"
	"sedum/core/stock"
	"sedum/demo"
	"sedum/internal/wide"
	"sedum/kernel"
)

// yardCertificate is a certificate as a yard makes one for itself, and the mark by which a browser is told to trust it.
func yardCertificate(t *testing.T) (*tls.Certificate, string) {
	t.Helper()
	key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	require.NoError(t, err)
	about := &x509.Certificate{SerialNumber: big.NewInt(1), Subject: pkix.Name{CommonName: "the yard"}, NotBefore: time.Now().Add(-time.Hour),
		NotAfter: time.Now().Add(24 * time.Hour), IPAddresses: []net.IP{net.IPv4(127, 0, 0, 1)}}
	signed, err := x509.CreateCertificate(rand.Reader, about, about, &key.PublicKey, key)
	require.NoError(t, err)
	public, err := x509.MarshalPKIXPublicKey(&key.PublicKey)
	require.NoError(t, err)
	mark := sha256.Sum256(public)
	return &tls.Certificate{Certificate: [][]byte{signed}, PrivateKey: key}, base64.StdEncoding.EncodeToString(mark[:])
}

// A tablet in the yard, over HTTPS: its camera takes photographs, the network goes, and touches of the clock, a piece of work
// and a photograph wait on it through a reload. When the server is back each goes up once and counts from when it was made.
func TestATabletOverHTTPSWithItsCameraAndWithoutANetwork(t *testing.T) {
	wide.Only(t)
	h := newHouse(t, true, demo.Load)
	var mark string
	h.secret, mark = yardCertificate(t)
	h.serve("127.0.0.1:0")
	t.Cleanup(func() { _ = h.server.Close() })
	p := h.open(834, 1194, true, chromedp.Flag("ignore-certificate-errors-spki-list", mark),
		chromedp.Flag("use-fake-device-for-media-stream", true), chromedp.Flag("use-fake-ui-for-media-stream", true))
	tag := h.tagIn(14, "unchecked")
	p.signIn("Ilsa Tarrow")
	var ready bool
	p.do(chromedp.Evaluate(`navigator.serviceWorker.ready.then(() => true)`, &ready, awaitPromise))
	require.True(t, ready, "the page itself is kept on the device")

	photograph := func() {
		p.goTo("/bench/" + tag)
		p.sees("Hornbeam")
		p.do(chromedp.Evaluate(`document.querySelector('details:has(section[aria-label=Photographs])')?.open ||
			[...document.querySelectorAll('summary')].find((s) => s.textContent.includes('Photographs')).click()`, nil))
		p.press("button", "Take one")
		shutter := `//button[@aria-label="Take the picture"][not(@disabled)]`
		p.touch(shutter)
		p.until(`document.body.innerText.includes('1 taken')`)
		p.press("button", "Done")
	}
	photograph()
	p.until(`document.querySelectorAll('img[src*="thumbnail"]').length === 1 && document.querySelector('img[src*="thumbnail"]').naturalWidth > 0`)
	v := h.Tree(tag)
	require.Len(t, v.Photos, 1)
	assert.GreaterOrEqual(t, v.Photos[0].Width, 320)

	// What is needed in the far corner is seen once while there is a network.
	piece := apptest.Saw[work.List](h.World, "see-work", kernel.None{}).Tools[0].Items[0]
	p.goTo("/work")
	p.sees(piece.Tag)
	p.goTo("/clock")
	p.sees("Tulip tree")
	p.untilKept("see-clock", 1)
	p.untilKept("see-work", 1)
	address := strings.TrimPrefix(h.address, "https://")
	require.NoError(t, h.server.Close())

	before := time.Now()
	row := `//li[contains(., "Tulip tree")]//button[normalize-space(.)=%q]`
	touch := func(word string) {
		at := strings.Replace(row, "%q", `"`+word+`"`, 1)
		p.touch(at)
	}
	touch("Cold store")
	p.until(`document.body.innerText.includes('Cold store: kept on this device. The time left is told when the server answers.')`)
	touch("Moist")
	p.until(`document.body.innerText.includes('2 entries are kept on this device')`)
	p.press("a", "Work")
	p.sees(piece.Tag)
	tick := `//li[contains(., "` + piece.Tag + `")]//button[contains(@aria-label, "` + piece.Tag + `")]`
	p.touch(tick)
	p.until(`document.body.innerText.includes('3 entries are kept on this device')`)
	photograph()
	p.until(`document.querySelectorAll('img[src^="blob:"]').length === 1`)
	after := time.Now()

	// The tab is closed and opened without a network, over HTTPS.
	p.do(chromedp.Reload())
	p.until(`document.body.innerText.includes('4 entries are kept on this device')`)
	p.press("button", "Show them")
	p.until(`document.body.innerText.includes('Photograph of ` + tag + `') && document.body.innerText.includes('Lot 23: Cold store')`)
	time.Sleep(time.Until(before.Add(4 * time.Second))) // so that "when it was made" and "when it came" differ
	back := time.Now()
	h.serve(address)
	p.until(`!document.body.innerText.includes('kept on this device')`)

	found := false
	for _, u := range apptest.Saw[clock.Board](h.World, "see-clock", kernel.None{}).Units {
		if u.Lot != 23 || u.Tag != "" {
			continue
		}
		found = true
		cold := []time.Time{}
		for _, s := range u.Stages {
			if s.Cover == stock.ColdStore {
				cold = append(cold, s.At)
			}
		}
		require.Len(t, cold, 1, "once")
		assert.WithinRange(t, cold[0], before.Add(-time.Second), after.Add(time.Second), "from when it was touched, not from %s", back)
		require.NotNil(t, u.Felt)
		assert.WithinRange(t, u.Felt.At, cold[0], after.Add(time.Second), "after the cold store, as it was entered")
	}
	assert.True(t, found)
	assert.Equal(t, []bool{true}, h.corrections(piece.Tag, piece.Key), "once")
	assert.Len(t, h.Tree(tag).Photos, 2)
	assert.Empty(t, p.complaints())
}
