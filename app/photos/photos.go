// Package photos is pictures of trees, drawn anew from their pixels.
package photos

import (
	"embed"
	"strings"
	"time"
	"unicode/utf8"

	"sedum/app/mending"
	"sedum/app/people"
	"sedum/app/yard"
	"sedum/core/fault"
	"sedum/core/roles"
	"sedum/core/set"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// Photo is a picture of a tree; Picture and Thumbnail are JPEG.
type Photo struct {
	ID        string
	TreeID    string
	Part      Part
	Caption   string
	Width     int
	Height    int
	Picture   []byte
	Thumbnail []byte
	Removed   bool
	PersonID  string
	At        time.Time

	Person people.Named
}

const (
	// Limit is how many bytes a photograph may have.
	Limit       = 12 << 20
	photosATree = 12
	captionMost = 200
)

// Part is what a photograph shows.
type Part string

// All lists them.
func (Part) All() []Part { return []Part{"root", "collar", "base", "label", "whole"} }

// TakePhotos is for everybody who works in the yard.
var TakePhotos = kernel.Permission{Name: "take-photos", Roles: set.All[roles.Role]()}

// Capability declares what can be asked and done here.
func Capability() kernel.Capability {
	picture := func(id, path string, of func(Photo) []byte) kernel.Operation {
		return kernel.ReadFile(id, path, yard.SeeYard, "image/jpeg", func(tx *kernel.Tx, p kernel.ByID) (kernel.File, error) {
			photo, err := kernel.One[Photo](tx, "id = ? AND removed = FALSE", p.ID)
			return kernel.File{Type: "image/jpeg", Content: of(photo)}, err
		})
	}
	return kernel.Capability{Name: "photos", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Upload("add-photo", "/trees/{tag}/photos", TakePhotos, add, func(tx *kernel.Tx, p newPhoto, _ string) (yard.Stands, error) {
			return yard.Show(tx, p.Tag)
		}).Takes("image/jpeg", "image/png").Limit(Limit).Keep().Through(kernel.NewGate(1, 8)).Makes("see-tree"),
		picture("see-photo", "/photos/{id}/picture.jpg", func(p Photo) []byte { return p.Picture }),
		picture("see-thumbnail", "/photos/{id}/thumbnail.jpg", func(p Photo) []byte { return p.Thumbnail }),
		kernel.Deed("take-back-photo", "POST", "/photos/{id}/taken-back", TakePhotos, takeBack, func(tx *kernel.Tx, _ kernel.ByID, treeID string) (List, error) {
			shown, err := Show(tx, treeID)
			return List{shown}, err
		}).Makes("see-tree", "see-mendings"),
	}}
}

type newPhoto struct {
	kernel.ByTag
	Part    Part   `query:"part"`
	Caption string `query:"caption"`
}

// add keeps a photograph of a tree. It is read by its content, not its name.
//
// Refused: photo-kind (no JPEG or PNG), photo-size (too many pixels), photo-count (12 are there).
func add(tx *kernel.Tx, p newPhoto, file []byte) (string, error) {
	photo, err := Made("part", p.Part, p.Caption, file)
	if err != nil {
		return "", err
	}
	t, err := yard.HoldTree(tx, p.Tag)
	if err != nil {
		return "", err
	}
	before, err := Of(tx, t.ID)
	if err != nil {
		return "", err
	}
	if len(before) >= photosATree {
		return "", kernel.Refused{Code: "photo-count", Field: "file"}
	}
	photo.ID, photo.TreeID, photo.Part = kernel.NewID(), t.ID, p.Part
	photo.PersonID, photo.At = tx.Who.ID, tx.Entered()
	return photo.ID, kernel.Add(tx, &photo)
}

// Made is a photograph as it is kept, drawn anew, with the line under it; what it shows is one of a set. Errors: fault.List at the field of
// that and at caption; photo-kind, photo-size.
func Made[T set.Closed[T]](field string, shows T, caption string, file []byte) (Photo, error) {
	var l fault.List
	if !set.Has(shows) {
		l.Add(field, fault.NotAChoice, set.Texts[T]())
	}
	if utf8.RuneCountInString(caption) > captionMost {
		l.Add("caption", fault.TooLong, captionMost)
	}
	if err := l.Err(); err != nil {
		return Photo{}, err
	}
	photo, err := develop(file)
	photo.Caption = strings.TrimSpace(caption)
	return photo, err
}

// TakenBack is why a photograph was a mistake.
type TakenBack struct {
	Reason string `json:"reason" maxLength:"500"`
}

// takeBack takes a photograph off its tree: by who took it, or a manager. What it was, by whom and why stays in the record.
func takeBack(tx *kernel.Tx, p kernel.ByID, n TakenBack) (treeID string, err error) {
	photo, err := kernel.One[Photo](tx, "id = ? AND removed = FALSE", p.ID)
	if err != nil {
		return "", err
	}
	if !roles.MayTakeBack(photo.PersonID == tx.Who.ID, tx.Who.Role) {
		return "", kernel.ErrNotAllowed
	}
	was := map[string]any{"id": photo.ID, "part": photo.Part, "caption": photo.Caption, "at": photo.At}
	if err := mending.Keep(tx, mending.Photo, photo.TreeID, was, n.Reason); err != nil {
		return "", err
	}
	return photo.TreeID, kernel.ChangeOne[Photo](tx, map[string]any{"removed": true}, "id = ?", photo.ID)
}

// Of lists the photographs of a tree without their pixels, oldest first.
func Of(tx *kernel.Tx, treeID string) ([]Photo, error) {
	out := []Photo{}
	err := tx.DB().Preload("Person").Select("id", "tree_id", "part", "caption", "width", "height", "person_id", "at").
		Where("tree_id = ? AND removed = FALSE", treeID).Order("at, id").Find(&out).Error
	return out, kernel.Ours(err)
}

// Thumbnails are the small pictures of those that are still there, by id.
func Thumbnails(tx *kernel.Tx, ids []string) (map[string][]byte, error) {
	out := map[string][]byte{}
	if len(ids) == 0 {
		return out, nil
	}
	list, err := kernel.Rows[Photo](tx, "SELECT id, thumbnail FROM photos WHERE removed = FALSE AND id IN ?", ids)
	for _, p := range list {
		out[p.ID] = p.Thumbnail
	}
	return out, err
}

// Shown is a photograph in a tree's record.
type Shown struct {
	ID      string    `json:"id"`
	Part    Part      `json:"part"`
	Caption string    `json:"caption"`
	Width   int       `json:"width"`
	Height  int       `json:"height"`
	By      string    `json:"by"`
	At      time.Time `json:"at"`
	// MayTakeBack is whether who asks may take it off.
	MayTakeBack bool `json:"may_take_back"`
}

// List are the photographs of a tree.
type List struct {
	Photos []Shown `json:"photos"`
}

// Show is the photographs of a tree as its page shows them.
func Show(tx *kernel.Tx, treeID string) ([]Shown, error) {
	list, err := Of(tx, treeID)
	out := []Shown{}
	for _, p := range list {
		out = append(out, Shown{p.ID, p.Part, p.Caption, p.Width, p.Height, p.Person.Name, p.At, roles.MayTakeBack(p.PersonID == tx.Who.ID, tx.Who.Role)})
	}
	return out, err
}
