package kernel

import (
	"net/http"

	"github.com/klauspost/compress/gzhttp"
	"github.com/klauspost/compress/gzip"
)

// quickly compresses answers as fast as it can be done: an answer is sent once, over the house's own network, and somebody waits for it.
var quickly = func() func(http.Handler) http.HandlerFunc {
	wrap, err := gzhttp.NewWrapper(gzhttp.CompressionLevel(gzip.BestSpeed))
	if err != nil {
		panic(err) // the level is one of its own
	}
	return wrap
}()
