package space_test

import (
	"context"
	"errors"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app"
	"sedum/app/apptest"
	"sedum/app/messages"
	"sedum/app/space"
	"sedum/kernel"
)

// disk is a disk that the test fills.
type disk struct {
	free, size uint64
	err        error
}

func (d *disk) Free(context.Context) (uint64, uint64, error) { return d.free, d.size, d.err }

const gigabyte = 1_000_000_000

func TestManagersHearOfItBeforeTheDiskIsFull(t *testing.T) {
	d := &disk{free: 40 * gigabyte, size: 100 * gigabyte}
	w := apptest.OpenWith(t, func(s *app.Settings) { s.Disk = d })
	now := apptest.Ten.Add(time.Hour)
	told := func() (texts []string) {
		for _, m := range apptest.Saw[messages.All](w, "list-messages", kernel.None{}).Messages {
			texts = append(texts, m.Text)
		}
		return texts
	}
	watch := func(pass time.Duration) {
		t.Helper()
		now = now.Add(pass)
		w.At(now)
		for _, j := range w.Jobs() {
			if j.ID == "watch-space" {
				_, err := w.Run(context.Background(), j)
				require.NoError(t, err)
			}
		}
	}
	watch(0)
	assert.Empty(t, told(), "there is room")
	d.free = 1_500_000_000
	watch(time.Minute)
	require.Len(t, told(), 1)
	assert.Contains(t, told()[0], "1.5 GB of 100 GB")
	watch(time.Minute)
	assert.Len(t, told(), 1, "not again the same day")
	watch(25 * time.Hour)
	assert.Len(t, told(), 2, "again the next day, while it stays so")
	d.free = 50 * gigabyte
	watch(25 * time.Hour)
	assert.Len(t, told(), 2, "room was made")
	d.err = errors.New("no such folder")
	for _, j := range w.Jobs() {
		if j.ID == "watch-space" {
			_, err := w.Run(context.Background(), j)
			assert.ErrorIs(t, err, d.err, "what nobody could read is said, not taken for room")
		}
	}
}

func TestWhatIsLow(t *testing.T) {
	for _, c := range []struct {
		free, size uint64
		low        bool
	}{
		{0, 100 * gigabyte, true}, {2 << 30, 100 * gigabyte, false}, {2<<30 - 1, 100 * gigabyte, true},
		{gigabyte, 5 * gigabyte, false}, {gigabyte / 2, 5 * gigabyte, false}, {gigabyte/2 - 1, 5 * gigabyte, true}, {0, 0, false},
	} {
		assert.Equal(t, c.low, space.Low(c.free, c.size), "%+v", c)
	}
}
