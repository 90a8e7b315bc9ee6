package people

import (
	"errors"
	"net/http"
	"strings"

	"sedum/core/fault"
	"sedum/kernel"
)

const (
	pinDigits = 6
	// mostPINs is after how many wrong ones in a row a person's PIN opens a tablet no more, until they come in there by their password.
	mostPINs = 10
)

// checkPIN finds what is wrong with a new PIN: it is six digits, and none of those that people take first (one digit, a pair or three
// again and again, a way up or down the keys).
func checkPIN(field, pin string) fault.List {
	var l fault.List
	switch {
	case len(pin) != pinDigits || strings.Trim(pin, "0123456789") != "":
		l.Add(field, fault.NotAPIN, pinDigits)
	case repeats(pin) || climbs(pin, 1) || climbs(pin, -1) || pin == "258000" || pin == "147258":
		l.Add(field, fault.CommonPIN, nil)
	}
	return l
}

func repeats(pin string) bool {
	for n := 1; n <= len(pin)/2; n++ {
		if strings.Repeat(pin[:n], len(pin)/n) == pin {
			return true
		}
	}
	return false
}

func climbs(pin string, step int) bool {
	for i := 1; i < len(pin); i++ {
		if (int(pin[i])-int(pin[i-1])+10)%10 != (step+10)%10 {
			return false
		}
	}
	return true
}

// OwnPIN is a PIN that a person gives themselves, by their password.
type OwnPIN struct {
	Password string `json:"password" maxLength:"600"`
	PIN      string `json:"pin" maxLength:"20"`
}

// givePIN gives the caller a PIN for the shared tablets. A wrong password counts as a guess. Errors: faults at password and pin.
func givePIN(tx *kernel.Tx, _ kernel.None, in OwnPIN) (kernel.None, error) {
	p, guess, err := ownGuess(tx)
	if err != nil {
		return kernel.None{}, err
	}
	if !passwordFits(p.PasswordHash, in.Password) {
		return kernel.None{}, kernel.Settled{Err: fault.List{{Field: "password", Code: fault.WrongPassword}}}
	}
	if err := checkPIN("pin", in.PIN).Err(); err != nil {
		return kernel.None{}, err
	}
	if err := guess.right(tx); err != nil {
		return kernel.None{}, err
	}
	return kernel.None{}, kernel.ChangeOne[Person](tx, map[string]any{"pin_hash": HashPassword(in.PIN), "version": p.Version + 1}, "id = ?", p.ID)
}

// takeBackPIN leaves the caller without one; done again, it changes nothing more.
func takeBackPIN(tx *kernel.Tx, _ kernel.None) error {
	_, err := kernel.Exec(tx, "UPDATE people SET pin_hash = NULL, version = version + 1 WHERE id = ? AND pin_hash IS NOT NULL", tx.Who.ID)
	return err
}

// Shared is a shared tablet as it offers itself to who takes it up.
type Shared struct {
	Name string `json:"name"`
	// People have a PIN, by name.
	People []PersonHere `json:"people"`
}

// PersonHere is somebody who may come in by a PIN.
type PersonHere struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

func offered(tx *kernel.Tx) (*Shared, error) {
	d, err := deviceHere(tx)
	if err != nil || !d.shared() {
		return nil, err
	}
	list, err := kernel.Rows[PersonHere](tx, "SELECT id, name FROM people WHERE active AND pin_hash IS NOT NULL AND one_time_until IS NULL ORDER BY name, id LIMIT 200")
	return &Shared{*d.SharedName, list}, err
}

// PINSignIn is a person who was chosen, and their PIN.
type PINSignIn struct {
	Person string `json:"person" maxLength:"16"`
	PIN    string `json:"pin" maxLength:"20"`
}

// signInByPIN lets somebody in on a shared tablet, for the yard's deeds. Errors: kernel.Said not-shared, wrong-pin, pin-out, slow-down.
func (s Settings) signInByPIN(tx *kernel.Tx, _ kernel.None, in PINSignIn) (Signed, error) {
	tx.About(in.Person)
	d, err := deviceHere(tx)
	if err != nil {
		return Signed{}, err
	}
	if !d.shared() {
		return Signed{}, kernel.Said{Status: http.StatusForbidden, Code: "not-shared"}
	}
	wrong := kernel.Settled{Err: kernel.Said{Status: http.StatusUnauthorized, Code: "wrong-pin"}}
	p, err := kernel.Held[Person](tx, "SELECT * FROM people WHERE id = ?", in.Person)
	if errors.Is(err, kernel.ErrMissing) || (err == nil && (!p.Active || p.PinHash == nil || p.OneTimeUntil != nil)) {
		return Signed{}, wrong // the names are offered to this tablet: nothing is given away
	}
	if err != nil {
		return Signed{}, err
	}
	here, err := d.tieTo(tx, p.ID)
	if err != nil {
		return Signed{}, err
	}
	if here.PinFailures >= mostPINs {
		return Signed{}, kernel.Said{Status: http.StatusForbidden, Code: "pin-out"}
	}
	attempt, err := reserve(tx, []subject{{digest("pin " + p.ID + " " + d.ID), freeTries}})
	if err != nil {
		return Signed{}, err
	}
	if !passwordFits(*p.PinHash, in.PIN) {
		return Signed{}, errors.Join(here.failed(tx, here.PinFailures+1), wrong)
	}
	err = errors.Join(attempt.right(tx), here.failed(tx, 0), d.used(tx))
	if err != nil {
		return Signed{}, err
	}
	return s.begin(tx, p, d, true)
}
