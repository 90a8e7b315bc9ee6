package bench

import (
	"fmt"
	"net"
	"net/http"
	"strings"
	"sync"
	"testing"
	"time"
)

// BenchmarkSignedInWhileStrangersGuess: a signed-in request while 50 addresses guess passwords, beside the same in peace.
func BenchmarkSignedInWhileStrangersGuess(b *testing.B) {
	y := open(b)
	measure := func(n int) (all []time.Duration) {
		for range n {
			_, took := y.send("GET", "/api/v1/session", "")
			all = append(all, took)
		}
		return all
	}
	measure(200)
	peace := measure(1000)
	stop := make(chan struct{})
	var strangers sync.WaitGroup
	for a := range 50 {
		dialer := &net.Dialer{LocalAddr: &net.TCPAddr{IP: net.IPv4(127, 0, 1, byte(a+1))}}
		client := &http.Client{Transport: &http.Transport{DialContext: dialer.DialContext}}
		strangers.Go(func() {
			for i := 0; ; i++ {
				select {
				case <-stop:
					return
				default:
				}
				answer, err := client.Post(y.server.URL+"/api/v1/session", "application/json", strings.NewReader(fmt.Sprintf(`{"sign_in":"nobody %d %d","password":"guess"}`, a, i)))
				if err == nil {
					_ = answer.Body.Close()
				}
			}
		})
	}
	time.Sleep(time.Second)
	meanwhile := measure(1000)
	close(stop)
	strangers.Wait()
	b.ReportMetric(ms(percentile(peace, 0.95)), "peace-p95-ms")
	within(b, "times-peace", float64(percentile(meanwhile, 0.95))/float64(percentile(peace, 0.95)), 5)
}
