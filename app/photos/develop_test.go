package photos

import (
	"bytes"
	"encoding/binary"
	"hash/crc32"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"runtime"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/kernel"
)

// quarters is a picture whose four corners differ: red, green, blue and white, from the upper left by rows.
func quarters(wide, high int) *image.RGBA {
	img := image.NewRGBA(image.Rect(0, 0, wide, high))
	for x := range wide {
		for y := range high {
			c := color.RGBA{255, 0, 0, 255}
			switch {
			case x >= wide/2 && y >= high/2:
				c = color.RGBA{255, 255, 255, 255}
			case x >= wide/2:
				c = color.RGBA{0, 255, 0, 255}
			case y >= high/2:
				c = color.RGBA{0, 0, 255, 255}
			}
			img.Set(x, y, c)
		}
	}
	return img
}

func asFile(t *testing.T, img image.Image) []byte {
	t.Helper()
	var out bytes.Buffer
	require.NoError(t, jpeg.Encode(&out, img, nil))
	return out.Bytes()
}

// heldAs puts camera data into a JPEG: how it was held, and a place that must not survive. Little says which end of its numbers comes first.
func heldAs(file []byte, orientation byte, little bool) []byte {
	tiff := []byte("MM\x00\x2a\x00\x00\x00\x08\x00\x01\x01\x12\x00\x03\x00\x00\x00\x01\x00" + string([]byte{orientation}) + "\x00\x00\x00\x00\x00\x00")
	if little {
		tiff = []byte("II\x2a\x00\x08\x00\x00\x00\x01\x00\x12\x01\x03\x00\x01\x00\x00\x00" + string([]byte{orientation}) + "\x00\x00\x00\x00\x00\x00\x00")
	}
	exif := append(append([]byte("Exif\x00\x00"), tiff...), []byte("47.1000N 9.5000E")...)
	head := []byte{0xFF, 0xD8, 0xFF, 0xE1, byte((len(exif) + 2) >> 8), byte(len(exif) + 2)}
	return append(append(head, exif...), file[2:]...)
}

// corner names a corner of a picture by the colour in it.
func corner(img image.Image, right, low bool) string {
	b := img.Bounds()
	x, y := b.Dx()/4, b.Dy()/4
	if right {
		x = b.Dx() - x
	}
	if low {
		y = b.Dy() - y
	}
	r, g, bl, _ := img.At(b.Min.X+x, b.Min.Y+y).RGBA()
	switch {
	case r > 40000 && g > 40000:
		return "white"
	case r > 40000:
		return "red"
	case g > 40000:
		return "green"
	case bl > 40000:
		return "blue"
	}
	return "dark"
}

// The eight ways to hold a camera, by what stands in the upper left and the upper right of the picture once it is upright (Exif 2.3,
// tag 0x0112: which side of the scene the first row and the first column are).
func TestAPictureIsTurnedUpright(t *testing.T) {
	file := asFile(t, quarters(80, 40))
	for orientation, want := range map[byte][2]string{1: {"red", "green"}, 2: {"green", "red"}, 3: {"white", "blue"}, 4: {"blue", "white"},
		5: {"red", "blue"}, 6: {"blue", "red"}, 7: {"white", "green"}, 8: {"green", "white"}} {
		for _, little := range []bool{false, true} {
			p, err := develop(heldAs(file, orientation, little))
			require.NoError(t, err)
			img, err := jpeg.Decode(bytes.NewReader(p.Picture))
			require.NoError(t, err)
			assert.Equal(t, want, [2]string{corner(img, false, false), corner(img, true, false)}, "orientation %d", orientation)
			size := []int{80, 40}
			if orientation >= 5 {
				size = []int{40, 80}
			}
			assert.Equal(t, size, []int{p.Width, p.Height}, "orientation %d", orientation)
			assert.NotContains(t, string(p.Picture)+string(p.Thumbnail), "47.1000N")
			assert.NotContains(t, string(p.Picture)+string(p.Thumbnail), "Exif")
		}
	}
}

func TestAPictureIsBounded(t *testing.T) {
	p, err := develop(heldAs(asFile(t, quarters(2400, 1200)), 6, false))
	require.NoError(t, err)
	assert.Equal(t, []int{800, 1600}, []int{p.Width, p.Height}, "bounded, and upright")
	small, err := jpeg.DecodeConfig(bytes.NewReader(p.Thumbnail))
	require.NoError(t, err)
	assert.Equal(t, []int{160, 320}, []int{small.Width, small.Height})
	assert.Less(t, len(p.Thumbnail), 60_000)
	var png1 bytes.Buffer
	require.NoError(t, png.Encode(&png1, quarters(1, 1)))
	p, err = develop(png1.Bytes())
	require.NoError(t, err)
	assert.Equal(t, []int{1, 1}, []int{p.Width, p.Height}, "the smallest there is")
}

// Whatever else comes is no photograph, and half of one neither; broken camera data is passed over.
func TestWhatIsNoPhotograph(t *testing.T) {
	for name, bad := range map[string][]byte{"text": []byte("photo.jpg"), "half": asFile(t, quarters(40, 40))[:200], "gif": []byte("GIF89a...."), "nothing": nil} {
		_, err := develop(bad)
		assert.Equal(t, kernel.Refused{Code: "photo-kind", Field: "file"}, err, name)
	}
	whole := heldAs(asFile(t, quarters(40, 40)), 6, false)
	for cut := 20; cut < 60; cut++ { // offsets that lead outside
		broken := bytes.Clone(whole)
		broken[cut] = 0xEE
		_, _ = develop(broken)
		assert.NotPanics(t, func() { _ = orientation(broken[:cut]) })
	}
}

// head is a PNG of which only the size is there.
func head(wide, high uint32, depth, kind byte) []byte {
	ihdr := append([]byte("IHDR"), binary.BigEndian.AppendUint32(binary.BigEndian.AppendUint32(nil, wide), high)...)
	ihdr = append(ihdr, depth, kind, 0, 0, 0)
	out := append([]byte("\x89PNG\r\n\x1a\n\x00\x00\x00\x0d"), ihdr...)
	return binary.BigEndian.AppendUint32(out, crc32.ChecksumIEEE(ihdr))
}

// A small file may be a picture that fills a machine: it is turned away by its size, before it is decoded.
func TestAPictureThatFillsAMachineIsTurnedAway(t *testing.T) {
	size, kind := kernel.Refused{Code: "photo-size", Field: "file"}, kernel.Refused{Code: "photo-kind", Field: "file"}
	for name, c := range map[string]struct {
		file []byte
		err  error
	}{
		"a side too long":                {head(12_001, 1, 8, 2), size},
		"a line":                         {head(1, 60_000_000, 1, 0), size},
		"too many pixels":                {head(12_000, 5_001, 1, 0), size},
		"sixteen bits a colour":          {head(12_000, 4_000, 16, 2), size},
		"sixteen bits with transparency": {head(12_000, 4_000, 16, 6), size},
		"none":                           {head(0, 5, 8, 2), kind},
		"as large as may be, and broken": {head(12_000, 5_000, 1, 0), kind},
	} {
		_, err := develop(c.file)
		assert.Equal(t, c.err, err, name)
	}
	inPasses := asFile(t, quarters(40, 40))
	at := bytes.Index(inPasses, []byte{0xff, 0xc0})
	inPasses[at+1] = 0xc2
	binary.BigEndian.PutUint16(inPasses[at+5:], 6_000)
	binary.BigEndian.PutUint16(inPasses[at+7:], 6_000)
	_, err := develop(inPasses)
	assert.Equal(t, size, err, "a JPEG in passes is held whole as its coefficients")
}

// Sixteen bits and one bit are pictures too; the largest takes no more than it must.
func TestTheLargestPictureIsBoundedInMemory(t *testing.T) {
	for name, img := range map[string]image.Image{
		"sixteen bits": image.NewNRGBA64(image.Rect(0, 0, 1700, 900)), "grey in sixteen": image.NewGray16(image.Rect(0, 0, 900, 1700)),
		"one bit": image.NewPaletted(image.Rect(0, 0, 12_000, 5_000), color.Palette{color.Black, color.White}),
	} {
		var file bytes.Buffer
		require.NoError(t, png.Encode(&file, img))
		runtime.GC()
		var before, after runtime.MemStats
		runtime.ReadMemStats(&before)
		p, err := develop(file.Bytes())
		runtime.ReadMemStats(&after)
		require.NoError(t, err, name)
		assert.Equal(t, 1600, max(p.Width, p.Height), name)
		assert.Less(t, after.TotalAlloc-before.TotalAlloc, uint64(600<<20), "%s: %d bytes of file", name, file.Len())
	}
}

// Whatever bytes come, they are a picture or refused.
func FuzzDevelop(f *testing.F) {
	var whole bytes.Buffer
	_ = jpeg.Encode(&whole, quarters(16, 8), nil)
	f.Add(whole.Bytes())
	f.Add(heldAs(whole.Bytes(), 6, true))
	var small bytes.Buffer
	_ = png.Encode(&small, quarters(3, 3))
	f.Add(small.Bytes())
	f.Add(head(12_001, 1, 8, 2))
	f.Fuzz(func(t *testing.T, file []byte) {
		p, err := develop(file)
		if err == nil && (p.Width < 1 || p.Height < 1 || p.Width > pictureSide || p.Height > pictureSide) {
			t.Fatal(p.Width, p.Height)
		}
	})
}
