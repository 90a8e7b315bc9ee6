package photos

import (
	"bytes"
	"encoding/binary"
	"image"
)

// orientation is how a camera was held, 1 to 8 as Exif (tag 0x0112) numbers it; 1 is upright, and what is not said is upright.
func orientation(file []byte) int {
	const marker, app1, startOfScan = 0xff, 0xe1, 0xda
	for at := 2; at+4 <= len(file) && file[at] == marker && file[at+1] != startOfScan; {
		length := int(binary.BigEndian.Uint16(file[at+2:]))
		if length < 2 || at+2+length > len(file) {
			return 1
		}
		part := file[at+4 : at+2+length]
		if file[at+1] == app1 && bytes.HasPrefix(part, []byte("Exif\x00\x00")) {
			return orientationIn(part[6:])
		}
		at += 2 + length
	}
	return 1
}

// orientationIn reads the first directory of a TIFF head.
func orientationIn(tiff []byte) int {
	var order binary.ByteOrder
	switch {
	case bytes.HasPrefix(tiff, []byte("II*\x00")):
		order = binary.LittleEndian
	case bytes.HasPrefix(tiff, []byte("MM\x00*")):
		order = binary.BigEndian
	default:
		return 1
	}
	const entrySize, tagOrientation = 12, 0x0112
	if len(tiff) < 8 {
		return 1
	}
	at := int(order.Uint32(tiff[4:]))
	if at < 8 || at+2 > len(tiff) {
		return 1
	}
	for i := range int(order.Uint16(tiff[at:])) {
		entry := at + 2 + i*entrySize
		if entry+entrySize > len(tiff) {
			return 1
		}
		if order.Uint16(tiff[entry:]) == tagOrientation {
			if o := int(order.Uint16(tiff[entry+8:])); o >= 1 && o <= 8 {
				return o
			}
		}
	}
	return 1
}

// upright turns a picture that was taken in some orientation. Each is a mirroring and a turn of the pixels' places.
func upright(in *image.RGBA, orientation int) *image.RGBA {
	if orientation == 1 {
		return in
	}
	wide, high := in.Bounds().Dx(), in.Bounds().Dy()
	from := map[int]func(x, y int) (int, int){
		2: func(x, y int) (int, int) { return wide - 1 - x, y },
		3: func(x, y int) (int, int) { return wide - 1 - x, high - 1 - y },
		4: func(x, y int) (int, int) { return x, high - 1 - y },
		5: func(x, y int) (int, int) { return y, x },
		6: func(x, y int) (int, int) { return y, high - 1 - x },
		7: func(x, y int) (int, int) { return wide - 1 - y, high - 1 - x },
		8: func(x, y int) (int, int) { return wide - 1 - y, x },
	}[orientation]
	size := image.Rect(0, 0, wide, high)
	if orientation >= 5 {
		size = image.Rect(0, 0, high, wide)
	}
	out := image.NewRGBA(size)
	for y := range size.Dy() {
		for x := range size.Dx() {
			out.SetRGBA(x, y, in.RGBAAt(from(x, y)))
		}
	}
	return out
}
