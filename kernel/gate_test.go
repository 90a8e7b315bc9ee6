package kernel

import (
	"context"
	"sync"
	"sync/atomic"
	"testing"
	"testing/synctest"
	"time"

	"github.com/stretchr/testify/assert"
)

// Few are in at once, of one address few wait, nobody waits longer than patience, and a crowd of one address does not keep another out.
func TestAGateLetsFewThrough(t *testing.T) {
	synctest.Test(t, func(t *testing.T) {
		g := NewGate(2, 3)
		var in, most, done, refused atomic.Int32
		var all sync.WaitGroup
		come := func(address string, work time.Duration) {
			all.Go(func() {
				leave, err := g.pass(context.Background(), address)
				if err != nil {
					refused.Add(1)
					return
				}
				defer leave()
				now := in.Add(1)
				for was := most.Load(); now > was && !most.CompareAndSwap(was, now); was = most.Load() {
				}
				time.Sleep(work)
				in.Add(-1)
				done.Add(1)
			})
			synctest.Wait()
		}
		for range 50 {
			come("crowd", time.Second)
		}
		come("someone", time.Second)
		all.Wait()
		assert.Equal(t, []int32{2, 6, 45}, []int32{most.Load(), done.Load(), refused.Load()}, "two in, three of the crowd waiting, and someone else")
		for range 2 {
			come("slow", time.Minute)
		}
		began := time.Now()
		come("patient", 0)
		time.Sleep(gatePatience + time.Millisecond)
		assert.Equal(t, int32(46), refused.Load())
		assert.WithinDuration(t, began.Add(gatePatience), time.Now(), time.Second)
		all.Wait()
		assert.Empty(t, g.waiting, "nothing is kept of who has gone")
	})
}
