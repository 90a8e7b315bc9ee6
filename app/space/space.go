// Package space tells the managers before the disk that holds the records is full. A full disk itself is refused whole by the kernel.
package space

import (
	"context"
	"fmt"
	"time"

	"sedum/app/messages"
	"sedum/app/people"
	"sedum/core/roles"
	"sedum/kernel"
)

// Disk is what holds the records.
type Disk interface {
	// Free says how much of it is free and how large it is, bytes.
	Free(ctx context.Context) (free, size uint64, err error)
}

const (
	// lowBytes is a season of looks with their photographs.
	lowBytes = 2 << 30
	// lowShare keeps small disks from being low for ever.
	lowShare = 0.10
	// toldEvery is how often a manager hears of it while it stays so.
	toldEvery = 24 * time.Hour
	code      = "space-low"
)

// Low tells whether so little of a disk is free that somebody must make room.
func Low(free, size uint64) bool {
	return free < lowBytes && float64(free) < lowShare*float64(size)
}

// Capability declares the watch; disk may be nil, and nothing is watched then.
func Capability(disk Disk, tell messages.Desk) kernel.Capability {
	c := kernel.Capability{Name: "space"}
	if disk != nil {
		c.Jobs = []kernel.Job{watch(disk, tell)}
	}
	return c
}

func watch(disk Disk, tell messages.Desk) kernel.Job {
	return kernel.Job{ID: "watch-space", Every: time.Minute,
		Due: func(tx *kernel.Tx) ([]string, error) {
			free, size, err := disk.Free(tx.Context())
			if err != nil || !Low(free, size) {
				return nil, err
			}
			managers, err := people.InRole(tx, roles.Manager)
			due := []string{}
			for _, p := range managers {
				told, failed := messages.ToldSince(tx, p.ID, code, tx.Now.Add(-toldEvery))
				if failed != nil {
					return nil, failed
				}
				if !told {
					due = append(due, p.ID)
				}
			}
			return due, err
		},
		Each: func(tx *kernel.Tx, personID string) error {
			free, size, err := disk.Free(tx.Context())
			if err != nil {
				return err
			}
			return tell.Tell(tx, personID, code, map[string]string{"free": fmt.Sprintf("%.1f", float64(free)/1e9), "size": fmt.Sprintf("%.0f", float64(size)/1e9)})
		},
	}
}
