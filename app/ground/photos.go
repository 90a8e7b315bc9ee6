package ground

import (
	"time"

	"sedum/app/mending"
	"sedum/app/photos"
	"sedum/core/roles"
	"sedum/kernel"
)

// SpotPhoto is a picture of a spot; Picture and Thumbnail are JPEG.
type SpotPhoto struct {
	ID        string
	SpotID    string
	Shows     Shows
	Caption   string
	Width     int
	Height    int
	Picture   []byte
	Thumbnail []byte
	Removed   bool
	PersonID  string
	At        time.Time
}

const photosASpot = 12

// Shows is what a picture of a spot shows.
type Shows string

// All lists them.
func (Shows) All() []Shows { return []Shows{"soil", "hole", "place", "around"} }

// ShownPhoto is a picture in the record of a spot.
type ShownPhoto struct {
	ID      string    `json:"id"`
	SpotID  string    `json:"-"`
	Shows   Shows     `json:"shows"`
	Caption string    `json:"caption"`
	By      string    `json:"by"`
	At      time.Time `json:"at"`
	// MayTakeBack is whether who asks may take it off.
	MayTakeBack bool   `json:"may_take_back" gorm:"-"`
	PersonID    string `json:"-"`
}

// NewPhoto is a picture that is brought: of which spot, and what it shows.
type NewPhoto struct {
	kernel.ByID
	Shows   Shows  `query:"shows"`
	Caption string `query:"caption"`
}

// addPhoto keeps a picture of a spot. It is read by its content, not its name.
//
// Refused: photo-kind (no JPEG or PNG), photo-size (too many pixels), photo-count (12 are there).
func addPhoto(tx *kernel.Tx, p NewPhoto, file []byte) (string, error) {
	made, err := photos.Made("shows", p.Shows, p.Caption, file)
	if err != nil {
		return "", err
	}
	if err := Touch(tx, p.ID); err != nil { // holds the customer: one picture after the other
		return "", err
	}
	before, err := photosOf(tx, []string{p.ID})
	if err != nil {
		return "", err
	}
	if len(before) >= photosASpot {
		return "", kernel.Refused{Code: "photo-count", Field: "file"}
	}
	photo := SpotPhoto{ID: kernel.NewID(), SpotID: p.ID, Shows: p.Shows, Caption: made.Caption, Width: made.Width, Height: made.Height, Picture: made.Picture, Thumbnail: made.Thumbnail,
		PersonID: tx.Who.ID, At: tx.Entered()}
	return p.ID, kernel.Add(tx, &photo)
}

// takeBackPhoto takes a picture off its spot: by who took it, or a manager. What it was, by whom and why stays in the record.
func takeBackPhoto(tx *kernel.Tx, p kernel.ByID, why TakenBack) (string, error) {
	photo, err := kernel.One[SpotPhoto](tx, "id = ? AND removed = FALSE", p.ID)
	if err != nil {
		return "", err
	}
	if !roles.MayTakeBack(photo.PersonID == tx.Who.ID, tx.Who.Role) {
		return "", kernel.ErrNotAllowed
	}
	was := map[string]any{"shows": photo.Shows, "caption": photo.Caption, "at": photo.At}
	if err := mending.Keep(tx, mending.Photo, photo.SpotID, was, why.Reason); err != nil {
		return "", err
	}
	return photo.SpotID, kernel.ChangeOne[SpotPhoto](tx, map[string]any{"removed": true}, "id = ?", photo.ID)
}

// photosOf lists the pictures of spots without their pixels, oldest first.
func photosOf(tx *kernel.Tx, spotIDs []string) ([]ShownPhoto, error) {
	return kernel.Rows[ShownPhoto](tx, `SELECT f.id, f.spot_id, f.shows, f.caption, f.at, f.person_id, p.name AS `+"`by`"+` FROM spot_photos f JOIN people p ON p.id = f.person_id
		WHERE f.spot_id IN ? AND f.removed = FALSE ORDER BY f.at, f.id`, spotIDs)
}

// pictureOf is a picture of a spot as a file.
func pictureOf(of func(SpotPhoto) []byte) func(*kernel.Tx, kernel.ByID) (kernel.File, error) {
	return func(tx *kernel.Tx, p kernel.ByID) (kernel.File, error) {
		photo, err := kernel.One[SpotPhoto](tx, "id = ? AND removed = FALSE", p.ID)
		return kernel.File{Type: "image/jpeg", Content: of(photo)}, err
	}
}
