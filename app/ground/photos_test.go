package ground_test

import (
	"bytes"
	"image"
	"image/jpeg"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/ground"
	"sedum/core/fault"
	"sedum/kernel"
)

// Pictures of a spot are drawn anew, twelve at most; what is no picture is refused; one is taken off by who took it or a manager, and the
// record says so.
func TestASpotHasPictures(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Petra Averill").ID
	var file bytes.Buffer
	require.NoError(t, jpeg.Encode(&file, image.NewGray(image.Rect(0, 0, 640, 480)), nil))
	add := func(shows ground.Shows, content []byte) error {
		_, err := Did[string](w, w.Advisor, "add-spot-photo", ground.NewPhoto{ByID: ByID(spot), Shows: shows, Caption: " a rule beside it "}, content)
		return err
	}
	require.NoError(t, add("soil", file.Bytes()))
	page := Saw[ground.Page](w, "see-spot", ByID(spot))
	require.Len(t, page.Photos, 1)
	assert.Equal(t, "a rule beside it", page.Photos[0].Caption)
	assert.Equal(t, "Bram Okonedo", page.Photos[0].By)
	Refused(t, add("soil", []byte("no picture")), "photo-kind")
	Fault(t, add("roof", file.Bytes()), "shows", fault.NotAChoice)
	for range 11 {
		require.NoError(t, add("place", file.Bytes()))
	}
	Refused(t, add("place", file.Bytes()), "photo-count")
	require.ErrorIs(t, w.Err(w.Hand, "take-back-spot-photo", ByID(page.Photos[0].ID), ground.TakenBack{Reason: "blurred"}), kernel.ErrNotAllowed)
	w.Deed(w.Manager, "take-back-spot-photo", ByID(page.Photos[0].ID), ground.TakenBack{Reason: "blurred"})
	assert.Len(t, Saw[ground.Page](w, "see-spot", ByID(spot)).Photos, 11)
}
