package photos

import (
	"bytes"
	"image"
	"image/color"
	"image/jpeg"
	"image/png" // tablets also give PNG
	"net/http"

	"golang.org/x/image/draw"

	"sedum/kernel"
)

const (
	// What a photograph may have before it is decoded: on a side, in all, and as pixels in memory (some have eight bytes each).
	mostSide         = 12_000
	mostPixels       = 60_000_000
	mostMemory       = 256 << 20
	pictureSide      = 1600
	thumbnailSide    = 320
	pictureQuality   = 82
	thumbnailQuality = 74
)

var noPicture = kernel.Refused{Code: "photo-kind", Field: "file"}

// develop draws a photograph anew from its pixels, turned upright, so that no place and no camera stays in it.
func develop(file []byte) (Photo, error) {
	full, err := decoded(file)
	if err != nil {
		return Photo{}, err
	}
	picture := upright(within(full, pictureSide), orientation(file))
	out := Photo{Width: picture.Bounds().Dx(), Height: picture.Bounds().Dy()}
	if out.Picture, err = asJPEG(picture, pictureQuality); err != nil {
		return out, err
	}
	out.Thumbnail, err = asJPEG(within(picture, thumbnailSide), thumbnailQuality)
	return out, err
}

// decoded is the picture of a file that is a JPEG or a PNG of a bearable size. Refused: photo-kind, photo-size.
func decoded(file []byte) (image.Image, error) {
	kind := http.DetectContentType(file)
	if kind != "image/jpeg" && kind != "image/png" {
		return nil, noPicture
	}
	size, _, err := image.DecodeConfig(bytes.NewReader(file))
	if err != nil {
		return nil, noPicture
	}
	if size.Width < 1 || size.Height < 1 || size.Width > mostSide || size.Height > mostSide || size.Width*size.Height > mostPixels ||
		size.Width*size.Height*bytesEach(size.ColorModel, file) > mostMemory {
		return nil, kernel.Refused{Code: "photo-size", Field: "file"}
	}
	full, _, err := image.Decode(bytes.NewReader(file))
	if err != nil {
		return nil, noPicture
	}
	return full, nil
}

// OnWhite is a drawing such as a logo, drawn anew on white paper, no longer than a side, as PNG. Refused as for a photograph.
func OnWhite(file []byte, side int) ([]byte, error) {
	full, err := decoded(file)
	if err != nil {
		return nil, err
	}
	small := within(full, side)
	white := image.NewRGBA(small.Bounds())
	draw.Draw(white, white.Bounds(), image.White, image.Point{}, draw.Src)
	draw.Draw(white, white.Bounds(), small, image.Point{}, draw.Over)
	var into bytes.Buffer
	err = png.Encode(&into, white)
	return into.Bytes(), err
}

// bytesEach is what a pixel takes while it is decoded. A JPEG that comes in passes is held as its coefficients until the last.
func bytesEach(m color.Model, file []byte) int {
	inPasses := bytes.HasPrefix(file, []byte{0xff, 0xd8}) && bytes.Contains(file, []byte{0xff, 0xc2, 0x00})
	switch {
	case inPasses:
		return 16
	case m == color.RGBA64Model || m == color.NRGBA64Model:
		return 8
	}
	return 4
}

func asJPEG(picture image.Image, quality int) ([]byte, error) {
	var into bytes.Buffer
	err := jpeg.Encode(&into, picture, &jpeg.Options{Quality: quality})
	return into.Bytes(), err
}

// within makes a picture no longer than a side, and a plain one of pixels in any case.
func within(picture image.Image, side int) *image.RGBA {
	wide, high := picture.Bounds().Dx(), picture.Bounds().Dy()
	if longest := max(wide, high); longest > side {
		wide, high = max(1, wide*side/longest), max(1, high*side/longest)
	}
	// Halved as often as it goes first: to scale from far costs memory by the longest side.
	for from := picture.Bounds(); from.Dx() > 2*wide && from.Dy() > 2*high; from = picture.Bounds() {
		half := image.NewRGBA(image.Rect(0, 0, from.Dx()/2, from.Dy()/2))
		draw.ApproxBiLinear.Scale(half, half.Bounds(), picture, from, draw.Src, nil)
		picture = half
	}
	out := image.NewRGBA(image.Rect(0, 0, wide, high))
	draw.CatmullRom.Scale(out, out.Bounds(), picture, picture.Bounds(), draw.Src, nil)
	return out
}
