package standin

import (
	"context"
	"log/slog"
	"math"
	"time"
)

// LabelPrinter is a printer that takes every run.
type LabelPrinter struct{}

// Print takes a run of labels.
func (LabelPrinter) Print(ctx context.Context, tags []string) error {
	slog.InfoContext(ctx, "label printer", "labels", len(tags))
	return nil
}

// Scale is a yard scale under a hand that pours slowly and evenly, and trembles a little.
type Scale struct {
	// GramsPerSecond is how fast the hand pours; 0 is 6.
	GramsPerSecond float64
}

// Read is what lies on the scale so long after it was set to zero, g, to the tenth.
func (s Scale) Read(_ context.Context, sinceTare time.Duration) (grams float64, err error) {
	rate := s.GramsPerSecond
	if rate == 0 {
		rate = 6
	}
	t := math.Max(0, sinceTare.Seconds())
	return math.Round((rate*t+math.Min(t, 1)*0.3*math.Sin(7*t))*10) / 10, nil
}

// Gateway is a message gateway that only says in the log that it sent something.
type Gateway struct{}

// Send takes a message.
func (Gateway) Send(ctx context.Context, _, _, code string) error {
	slog.InfoContext(ctx, "message gateway", "message", code)
	return nil
}
