package photos

import (
	"bytes"
	"image"
	"image/jpeg"
	_ "image/png" // tablets also give PNG
	"net/http"

	"golang.org/x/image/draw"

	"sedum/kernel"
)

const (
	mostPixels       = 60_000_000
	pictureSide      = 1600
	thumbnailSide    = 320
	pictureQuality   = 82
	thumbnailQuality = 74
)

var noPicture = kernel.Refused{Code: "photo-kind", Field: "file"}

// develop draws a photograph anew from its pixels, turned upright, so that no place and no camera stays in it.
func develop(file []byte) (Photo, error) {
	kind := http.DetectContentType(file)
	if kind != "image/jpeg" && kind != "image/png" {
		return Photo{}, noPicture
	}
	size, _, err := image.DecodeConfig(bytes.NewReader(file))
	if err != nil {
		return Photo{}, noPicture
	}
	if size.Width < 1 || size.Height < 1 || size.Width*size.Height > mostPixels {
		return Photo{}, kernel.Refused{Code: "photo-size", Field: "file"}
	}
	full, _, err := image.Decode(bytes.NewReader(file))
	if err != nil {
		return Photo{}, noPicture
	}
	picture := upright(within(full, pictureSide), orientation(file))
	out := Photo{Width: picture.Bounds().Dx(), Height: picture.Bounds().Dy()}
	if out.Picture, err = asJPEG(picture, pictureQuality); err != nil {
		return out, err
	}
	out.Thumbnail, err = asJPEG(within(picture, thumbnailSide), thumbnailQuality)
	return out, err
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
	out := image.NewRGBA(image.Rect(0, 0, wide, high))
	draw.CatmullRom.Scale(out, out.Bounds(), picture, picture.Bounds(), draw.Src, nil)
	return out
}
