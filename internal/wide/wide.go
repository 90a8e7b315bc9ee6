// Package wide tells the tests of every change from those that hold at every page, at every size or through every kill what another holds once.
package wide

import (
	"os"
	"testing"
)

// Only leaves a test to .ci/run and ./run long, which drive everything.
func Only(t testing.TB) {
	t.Helper()
	if os.Getenv("SEDUM_WIDE") == "" && os.Getenv("SEDUM_LONG") == "" {
		t.Skip("driven by .ci/run and ./run long (SEDUM_WIDE=1)")
	}
}
