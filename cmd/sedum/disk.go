package main

import (
	"context"
	"syscall"
)

// disk is the one that holds a folder.
type disk struct{ folder string }

// Free asks the system; what only its administrator could use is not free.
func (d disk) Free(context.Context) (free, size uint64, err error) {
	var s syscall.Statfs_t
	if err := syscall.Statfs(d.folder, &s); err != nil {
		return 0, 0, err
	}
	return s.Bavail * uint64(s.Bsize), s.Blocks * uint64(s.Bsize), nil
}
