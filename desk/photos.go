package desk

import (
	"bytes"
	"context"
	"image"
	"image/jpeg"
	_ "image/png" // tablets also give PNG
	"net/http"
	"strings"

	"github.com/disintegration/imaging"

	"sedum/core/fault"
	"sedum/store"
)

// Bounds of photographs.
const (
	PhotoLimit       = 12 << 20
	photosATree      = 12
	mostPixels       = 60_000_000
	pictureSide      = 1600
	thumbnailSide    = 320
	pictureQuality   = 82
	thumbnailQuality = 74
)

// PhotoParts is what a photograph may show.
func PhotoParts() []string { return []string{"root", "collar", "base", "label", "whole"} }

// AddPhoto keeps a photograph of a tree. It is read by its content, not its name, and drawn anew from its
// pixels, turned upright, so that no place and no camera stays in it.
//
// Refused: photo-kind (no JPEG or PNG), photo-size (too many pixels), photo-count (12 are there).
func (d *Desk) AddPhoto(ctx context.Context, who Caller, typed, key, part, caption string, file []byte) (TreeView, error) {
	if !May(who.Role, TakePhotos) {
		return TreeView{}, ErrNotAllowed
	}
	var l fault.List
	known := false
	for _, p := range PhotoParts() {
		known = known || p == part
	}
	if !known {
		l.Add("part", fault.NotAChoice, PhotoParts())
	}
	if len(caption) > 200 {
		l.Add("caption", fault.TooMany, 200)
	}
	if err := l.Err(); err != nil {
		return TreeView{}, err
	}
	photo, err := develop(file)
	if err != nil {
		return TreeView{}, err
	}
	return d.onTree(ctx, who, typed, key, "photo", func(tx *store.Store, t store.Tree) (string, error) {
		before, err := tx.PhotosOf(ctx, t.ID)
		if err != nil {
			return "", err
		}
		if len(before) >= photosATree {
			return "", Refused{Code: "photo-count", Field: "file"}
		}
		photo.ID, photo.TreeID, photo.Part, photo.Caption = store.NewID(), t.ID, part, strings.TrimSpace(caption)
		photo.PersonID, photo.At = who.ID, d.entered(who)
		return photo.ID, store.Add(ctx, tx, &photo)
	})
}

func develop(file []byte) (store.Photo, error) {
	kind := http.DetectContentType(file)
	if kind != "image/jpeg" && kind != "image/png" {
		return store.Photo{}, Refused{Code: "photo-kind", Field: "file"}
	}
	size, _, err := image.DecodeConfig(bytes.NewReader(file))
	if err != nil {
		return store.Photo{}, Refused{Code: "photo-kind", Field: "file"}
	}
	if size.Width < 1 || size.Height < 1 || size.Width*size.Height > mostPixels {
		return store.Photo{}, Refused{Code: "photo-size", Field: "file"}
	}
	full, err := imaging.Decode(bytes.NewReader(file), imaging.AutoOrientation(true))
	if err != nil {
		return store.Photo{}, Refused{Code: "photo-kind", Field: "file"}
	}
	picture := full
	if bounds := full.Bounds(); bounds.Dx() > pictureSide || bounds.Dy() > pictureSide {
		picture = imaging.Fit(full, pictureSide, pictureSide, imaging.Lanczos)
	}
	out := store.Photo{Width: picture.Bounds().Dx(), Height: picture.Bounds().Dy()}
	var into bytes.Buffer
	if err := jpeg.Encode(&into, picture, &jpeg.Options{Quality: pictureQuality}); err != nil {
		return out, err
	}
	out.Picture = bytes.Clone(into.Bytes())
	into.Reset()
	if err := jpeg.Encode(&into, imaging.Fit(picture, thumbnailSide, thumbnailSide, imaging.Lanczos), &jpeg.Options{Quality: thumbnailQuality}); err != nil {
		return out, err
	}
	out.Thumbnail = into.Bytes()
	return out, nil
}

// Photo finds one photograph.
func (d *Desk) Photo(ctx context.Context, who Caller, id string) (store.Photo, error) {
	if !May(who.Role, SeeYard) {
		return store.Photo{}, ErrNotAllowed
	}
	return d.Store.PhotoByID(ctx, id)
}

// RemovePhoto takes a photograph out of a tree's record.
func (d *Desk) RemovePhoto(ctx context.Context, who Caller, id string) error {
	if !May(who.Role, TakePhotos) {
		return ErrNotAllowed
	}
	return d.Store.RemovePhoto(ctx, id)
}
