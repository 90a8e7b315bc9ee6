package people

import (
	"crypto/rand"
	"encoding/base64"
	"errors"
	"slices"
	"strings"
	"time"

	"sedum/core/fault"
	"sedum/kernel"
)

// device is a browser that somebody came in by with their password, and keeps a secret of its own since.
type device struct {
	ID         string
	Secret     string
	MadeAt     time.Time
	LastAt     time.Time
	SharedName *string
	SharedBy   *string
	SharedAt   *time.Time
}

func (d device) shared() bool { return d.SharedAt != nil }

// tie is what a device knows of a person.
type tie struct {
	DeviceID    string `gorm:"primaryKey"`
	PersonID    string `gorm:"primaryKey"`
	PasswordAt  *time.Time
	PinFailures int
}

// TableName is needed: it is no plural.
func (tie) TableName() string { return "device_people" }

const (
	deviceKeepsake = "sedum-device"
	// deviceLasts is how long a device is known that nobody signs in on; a shared one until a manager ends it.
	deviceLasts = 180 * 24 * time.Hour
)

// deviceHere is the device that a request comes from; its ID is "" when it is none that we know.
func deviceHere(tx *kernel.Tx) (device, error) {
	secret := tx.Keepsake(deviceKeepsake)
	if secret == "" {
		return device{}, nil
	}
	d, err := kernel.One[device](tx, "secret = ?", digest(secret))
	if errors.Is(err, kernel.ErrMissing) {
		err = nil
	}
	return d, err
}

// knows tells whether somebody came in on the device by their password.
func (d device) knows(tx *kernel.Tx, personID string) (bool, error) {
	if d.ID == "" || personID == "" {
		return false, nil
	}
	return kernel.Value[bool](tx, "SELECT EXISTS (SELECT 1 FROM device_people WHERE device_id = ? AND person_id = ? AND password_at IS NOT NULL)", d.ID, personID)
}

// meet remembers that a person came in on the device by their password; an unknown one is given its secret.
func (d device) meet(tx *kernel.Tx, personID string) (device, error) {
	if d.ID == "" {
		raw := make([]byte, 24)
		_, _ = rand.Read(raw)
		secret := base64.RawURLEncoding.EncodeToString(raw)
		d = device{ID: kernel.NewID(), Secret: digest(secret), MadeAt: tx.Now, LastAt: tx.Now}
		if err := kernel.Add(tx, &d); err != nil {
			return d, err
		}
		tx.GiveKeepsake(deviceKeepsake, secret, 2*deviceLasts)
	}
	if err := d.used(tx); err != nil {
		return d, err
	}
	_, err := kernel.Exec(tx, `INSERT INTO device_people (device_id, person_id, password_at, pin_failures) VALUES (?, ?, ?, 0)
		ON DUPLICATE KEY UPDATE password_at = VALUES(password_at), pin_failures = 0`, d.ID, personID, tx.Now)
	return d, err
}

func (d device) used(tx *kernel.Tx) error {
	_, err := kernel.Change[device](tx, map[string]any{"last_at": tx.Now}, "id = ?", d.ID)
	return err
}

// tieTo holds what the device knows of a person.
func (d device) tieTo(tx *kernel.Tx, personID string) (tie, error) {
	_, err := kernel.Exec(tx, "INSERT INTO device_people (device_id, person_id, pin_failures) VALUES (?, ?, 0) ON DUPLICATE KEY UPDATE pin_failures = pin_failures", d.ID, personID)
	if err != nil {
		return tie{}, err
	}
	return kernel.Held[tie](tx, "SELECT * FROM device_people WHERE device_id = ? AND person_id = ?", d.ID, personID)
}

func (t tie) failed(tx *kernel.Tx, failures int) error {
	_, err := kernel.Change[tie](tx, map[string]any{"pin_failures": failures}, "device_id = ? AND person_id = ?", t.DeviceID, t.PersonID)
	return err
}

// forgetDevices forgets those that nobody has signed in on for long.
func forgetDevices(tx *kernel.Tx, _ string) error {
	_, err := kernel.Exec(tx, "DELETE FROM devices WHERE shared_at IS NULL AND last_at < ? LIMIT 1000", tx.Now.Add(-deviceLasts))
	return err
}

// SharedDevice is a tablet of the yard as who keeps people sees it.
type SharedDevice struct {
	ID       string    `json:"id"`
	Name     string    `json:"name"`
	SharedBy string    `json:"shared_by"`
	SharedAt time.Time `json:"shared_at"`
	// LastAt is when somebody last signed in on it.
	LastAt time.Time `json:"last_at"`
	Here   bool      `json:"here" doc:"it is the one that asks"`
}

// Devices are the yard's shared tablets, by name.
type Devices struct {
	Devices []SharedDevice `json:"devices"`
	// Here says that the device that asks is one of them.
	Here bool `json:"here"`
}

func listDevices(tx *kernel.Tx, _ kernel.None) (Devices, error) {
	here, err := deviceHere(tx)
	if err != nil {
		return Devices{}, err
	}
	list, err := kernel.Rows[SharedDevice](tx, `SELECT d.id, d.shared_name AS name, p.name AS shared_by, d.shared_at, d.last_at, d.id = ? AS here
		FROM devices d JOIN people p ON p.id = d.shared_by WHERE d.shared_at IS NOT NULL ORDER BY d.shared_name, d.id LIMIT 200`, here.ID)
	return Devices{list, slices.ContainsFunc(list, func(s SharedDevice) bool { return s.Here })}, err
}

// DeviceName is what a shared tablet is called.
type DeviceName struct {
	Name string `json:"name" maxLength:"80"`
}

// shareDevice makes the device that asks a tablet on which everybody with a PIN comes in by it. Errors: a fault at name.
func shareDevice(tx *kernel.Tx, _ kernel.None, n DeviceName) (kernel.None, error) {
	name := strings.TrimSpace(n.Name)
	if err := fault.Missing("name", name).Err(); err != nil {
		return kernel.None{}, err
	}
	d, err := deviceHere(tx)
	if err == nil && d.ID == "" { // its browser threw away what it was given
		d, err = d.meet(tx, tx.Who.ID)
	}
	if err != nil {
		return kernel.None{}, err
	}
	_, err = kernel.Change[device](tx, map[string]any{"shared_name": name, "shared_by": tx.Who.ID, "shared_at": tx.Now}, "id = ?", d.ID)
	return kernel.None{}, err
}

// endDevice forgets a device: it was lost, or is somebody's own now. Every session on it but the caller's ends at once.
func (s Settings) endDevice(tx *kernel.Tx, by kernel.ByID) error {
	if _, err := kernel.Exec(tx, "DELETE FROM devices WHERE id = ?", by.ID); err != nil {
		return err
	}
	return kernel.EndSessionsOn(tx, by.ID, s.Sessions.Mine(tx).ID)
}
