package people_test

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net"
	"net/http"
	"net/http/httptest"
	"strings"
	"sync"
	"testing"
	"time"
	"unicode"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
)

// spellings are ways to write a name that the database takes for the same, and some that it does not.
func spellings(name string, n int) []string {
	out := []string{}
	for i := range n {
		b := strings.Builder{}
		for at, r := range name {
			switch i >> (2 * at) & 3 {
			case 1:
				r = unicode.ToUpper(r)
			case 2:
				r += 0xfee0 // full-width
			case 3:
				b.WriteRune('\u200b')
			}
			b.WriteRune(r)
		}
		out = append(out, b.String()+strings.Repeat(" ", i%3))
	}
	return out
}

// from is a caller with an address of its own.
func from(address string) *http.Client {
	dialer := &net.Dialer{LocalAddr: &net.TCPAddr{IP: net.ParseIP(address)}, Timeout: 20 * time.Second}
	return &http.Client{Timeout: 40 * time.Second, Transport: &http.Transport{DialContext: dialer.DialContext, MaxIdleConnsPerHost: 8}}
}

// Guesses by the thousand, through 200 spellings and 50 addresses at once: no more than the free ones are looked at, and who comes from a
// device that knows them is let in meanwhile.
func TestAFloodOfGuesses(t *testing.T) {
	w := Open(t)
	server := httptest.NewServer(w.Handler())
	t.Cleanup(server.Close)
	laptop := doorOf(t, w)()
	laptop.at = server.URL
	require.Equal(t, 200, laptop.signIn("wren", managers))
	w.At(Ten.Add(time.Hour)) // nothing is forgotten meanwhile
	total := Times(1500, 10_000)
	names := spellings("wren", 200)
	require.Len(t, names, 200)
	var mu sync.Mutex
	answers := map[int]int{}
	var all sync.WaitGroup
	const addresses = 50
	for a := range addresses {
		client := from(fmt.Sprintf("127.0.1.%d", a+1))
		for lane := range 4 {
			all.Go(func() {
				for i := lane; i < total/addresses; i += 4 {
					raw, _ := json.Marshal(map[string]string{"sign_in": names[(i*addresses+a)%len(names)], "password": fmt.Sprintf("guess %d %d", a, i)})
					request, err := http.NewRequestWithContext(context.Background(), "POST", server.URL+"/api/v1/session", bytes.NewReader(raw))
					if !assert.NoError(t, err) {
						return
					}
					request.Header.Set("Content-Type", "application/json")
					answer, err := client.Do(request)
					if !assert.NoError(t, err) {
						return
					}
					_, _ = io.Copy(io.Discard, answer.Body)
					_ = answer.Body.Close()
					mu.Lock()
					answers[answer.StatusCode]++
					mu.Unlock()
				}
			})
		}
	}
	ended := make(chan struct{})
	go func() { all.Wait(); close(ended) }()
	let := 0
	for running := true; running; {
		select {
		case <-ended:
			running = false
		default:
			for status := 0; status != 200; {
				if status, _ = laptop.send("POST", "/session", map[string]string{"sign_in": "wren", "password": managers}); status != 200 {
					require.Equal(t, 429, status)
					time.Sleep(100 * time.Millisecond)
				}
			}
			let++
			status, _ := laptop.send("GET", "/session", nil)
			require.Equal(t, 200, status)
		}
	}
	assert.Positive(t, let, "the right person came in meanwhile")
	assert.Equal(t, total/addresses*addresses, answers[401]+answers[429], "%v", answers)
	t.Logf("%d guesses: %v; let in meanwhile %d times", total, answers, let)
	assert.LessOrEqual(t, answers[401], 5, "no more than the free ones, however the name is spelt")
}
