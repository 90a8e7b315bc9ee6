package visits

import (
	"errors"
	"time"

	"sedum/app/photos"
	"sedum/app/planted"
	"sedum/kernel"
)

// Photo is a picture taken at a planted tree; Picture and Thumbnail are JPEG.
type Photo struct {
	ID        string
	PlantedID string
	VisitID   string
	Shows     Shows
	Caption   string
	Width     int
	Height    int
	Picture   []byte
	Thumbnail []byte
	Removed   bool
	PersonID  *string
	At        time.Time
}

// TableName says of what.
func (Photo) TableName() string { return "visit_photos" }

const photosAVisit = 8

// Shows is what a picture of a planted tree shows.
type Shows string

// All lists them.
func (Shows) All() []Shows { return []Shows{"whole", "crown", "trunk", "base", "ball"} }

// NewPhoto is a picture of a visit, which may still wait on the same device.
type NewPhoto struct {
	kernel.ByID
	Visit   string `query:"visit"`
	Shows   Shows  `query:"shows"`
	Caption string `query:"caption"`
}

func addPhoto(tx *kernel.Tx, p NewPhoto, file []byte) (string, error) {
	return p.ID, AddPhoto(tx, p, file)
}

// AddPhoto keeps a picture of a visit; read by its content, not its name.
//
// Refused: photo-kind, photo-size, photo-count. Errors: kernel.ErrMissing for a visit that is not there.
func AddPhoto(tx *kernel.Tx, p NewPhoto, file []byte) error {
	made, err := photos.Made("shows", p.Shows, p.Caption, file)
	if err != nil {
		return err
	}
	t, err := planted.Hold(tx, p.ID)
	if err != nil {
		return err
	}
	if _, err := kernel.One[Visit](tx, "id = ? AND planted_id = ?", p.Visit, t.ID); err != nil {
		return err
	}
	n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM visit_photos WHERE visit_id = ? AND removed = FALSE", p.Visit)
	if err != nil || n >= photosAVisit {
		return errors.Join(err, kernel.Refused{Code: "photo-count", Field: "file"})
	}
	photo := Photo{ID: kernel.NewID(), PlantedID: t.ID, VisitID: p.Visit, Shows: p.Shows, Caption: made.Caption, Width: made.Width, Height: made.Height, Picture: made.Picture, Thumbnail: made.Thumbnail, At: tx.Entered()}
	if tx.Who.ID != "" {
		photo.PersonID = &tx.Who.ID
	}
	if err := kernel.Add(tx, &photo); err != nil {
		return err
	}
	return follow(tx, t) // a look that is shown settles what one that is only said does not
}

// ThumbnailsOf are the newest pictures of a planted tree, JPEG.
func ThumbnailsOf(tx *kernel.Tx, plantedID string, most int) ([][]byte, error) {
	rows, err := kernel.Rows[struct{ Thumbnail []byte }](tx, "SELECT thumbnail FROM visit_photos WHERE planted_id = ? AND removed = FALSE ORDER BY at DESC, id LIMIT ?", plantedID, most)
	out := [][]byte{}
	for _, r := range rows {
		out = append(out, r.Thumbnail)
	}
	return out, err
}

func pictureOf(of func(Photo) []byte) func(*kernel.Tx, kernel.ByID) (kernel.File, error) {
	return func(tx *kernel.Tx, p kernel.ByID) (kernel.File, error) {
		photo, err := kernel.One[Photo](tx, "id = ? AND removed = FALSE", p.ID)
		return kernel.File{Type: "image/jpeg", Content: of(photo)}, err
	}
}
