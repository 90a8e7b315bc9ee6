package people

import (
	"crypto/rand"
	"encoding/base32"
	"net/http"
	"net/url"
	"strings"
	"time"

	"github.com/boombuler/barcode/qr"
	"github.com/pquerna/otp"
	"github.com/pquerna/otp/hotp"

	"sedum/core/fault"
	"sedum/kernel"
)

// A second factor is a code of six digits that an authenticator app makes anew each half minute from a shared secret (RFC 6238).
const (
	secondDigits = otp.DigitsSix
	secondStep   = 30 * time.Second
	// secondSkew is how many steps the telephone's clock may be before or behind.
	secondSkew = 1
	secretSize = 20 // bytes, as long as the digest of SHA-1 (RFC 4226, 4)
)

// NewSecond is a secret as an app takes it: by its code, or typed.
type NewSecond struct {
	Secret string `json:"secret" doc:"base32, in fours"`
	// Rows is the code to be photographed, a row a string: 1 is dark.
	Rows []string `json:"rows"`
}

// ByOwnPassword is what is done only by who says their password again.
type ByOwnPassword struct {
	Password string `json:"password" maxLength:"600"`
}

// byPassword holds the caller, who has said their password again. A wrong one counts as a guess.
func byPassword(tx *kernel.Tx, in ByOwnPassword) (Person, error) {
	p, attempt, err := ownGuess(tx)
	if err != nil {
		return p, err
	}
	if !passwordFits(p.PasswordHash, in.Password) {
		return p, kernel.Settled{Err: fault.List{{Field: "password", Code: fault.WrongPassword}}}
	}
	return p, attempt.right(tx)
}

// beginSecond makes the caller a secret. It counts for nothing until a code of it is confirmed; begun again, it is another.
func beginSecond(tx *kernel.Tx, _ kernel.None, in ByOwnPassword) (NewSecond, error) {
	p, err := byPassword(tx, in)
	if err != nil {
		return NewSecond{}, err
	}
	raw := make([]byte, secretSize)
	_, _ = rand.Read(raw)
	secret := base32.StdEncoding.WithPadding(base32.NoPadding).EncodeToString(raw)
	if err := kernel.ChangeOne[Person](tx, map[string]any{"second_begun": secret}, "id = ?", p.ID); err != nil {
		return NewSecond{}, err
	}
	address := url.URL{Scheme: "otpauth", Host: "totp", Path: "/Sedum:" + p.SignIn, RawQuery: url.Values{"secret": {secret}, "issuer": {"Sedum"}}.Encode()}
	code, err := qr.Encode(address.String(), qr.M, qr.Auto)
	if err != nil {
		return NewSecond{}, err
	}
	out := NewSecond{Secret: inFours(secret)}
	for y := range code.Bounds().Dy() {
		row := make([]byte, code.Bounds().Dx())
		for x := range row {
			row[x] = '0'
			if r, _, _, _ := code.At(x, y).RGBA(); r < 0x8000 {
				row[x] = '1'
			}
		}
		out.Rows = append(out.Rows, string(row))
	}
	return out, nil
}

func inFours(text string) string {
	var out strings.Builder
	for i, r := range text {
		if i > 0 && i%4 == 0 {
			out.WriteByte(' ')
		}
		out.WriteRune(r)
	}
	return out.String()
}

// Confirmed is a code of the secret that was begun.
type Confirmed struct {
	Code string `json:"code" maxLength:"20"`
}

// RecoveryCodes open once each what an app would; they are told once, and kept as digests.
type RecoveryCodes struct {
	Codes []string `json:"codes"`
}

// confirmSecond takes the secret that was begun for good, and ends the caller's other sessions. Errors: a fault at code; none-begun.
func (s Settings) confirmSecond(tx *kernel.Tx, _ kernel.None, in Confirmed) (RecoveryCodes, error) {
	p, attempt, err := ownGuess(tx)
	if err != nil {
		return RecoveryCodes{}, err
	}
	if p.SecondBegun == nil {
		return RecoveryCodes{}, kernel.Refused{Code: "none-begun", Field: "code"}
	}
	step, right := stepOf(*p.SecondBegun, in.Code, tx.Now, 0)
	if !right {
		return RecoveryCodes{}, kernel.Settled{Err: fault.List{{Field: "code", Code: fault.WrongSecond}}}
	}
	if err := attempt.right(tx); err != nil {
		return RecoveryCodes{}, err
	}
	if err := kernel.ChangeOne[Person](tx, map[string]any{"second_secret": *p.SecondBegun, "second_begun": nil, "second_step": step, "session_epoch": p.SessionEpoch + 1,
		"version": p.Version + 1}, "id = ?", p.ID); err != nil {
		return RecoveryCodes{}, err
	}
	codes, err := freshRecovery(tx, p.ID)
	if err != nil {
		return codes, err
	}
	p.SessionEpoch++
	_, err = s.begin(tx, p, device{ID: s.Sessions.Mine(tx).DeviceID}, false)
	return codes, err
}

// stepOf finds the half minute that a code is of, none up to a step that was taken already.
func stepOf(secret, code string, now time.Time, taken int64) (step int64, right bool) {
	code = strings.ReplaceAll(strings.TrimSpace(code), " ", "")
	at := now.Unix() / int64(secondStep/time.Second)
	for step := at - secondSkew; step <= at+secondSkew; step++ {
		if step <= taken || step < 0 {
			continue
		}
		if fits, err := hotp.ValidateCustom(code, uint64(step), secret, hotp.ValidateOpts{Digits: secondDigits, Algorithm: otp.AlgorithmSHA1}); err == nil && fits {
			return step, true
		}
	}
	return 0, false
}

// secondFits takes a code of a person's app, or one of their recovery codes, and takes neither twice. The person is held.
func secondFits(tx *kernel.Tx, p Person, code string) (bool, error) {
	if step, right := stepOf(*p.SecondSecret, code, tx.Now, p.SecondStep); right {
		return true, kernel.ChangeOne[Person](tx, map[string]any{"second_step": step}, "id = ?", p.ID)
	}
	n, err := kernel.Exec(tx, "UPDATE recovery_codes SET used_at = ? WHERE person_id = ? AND digest = ? AND used_at IS NULL", tx.Now, p.ID, recoveryDigest(p.ID, code))
	return n == 1, err
}

var (
	secondNeeded = kernel.Said{Status: http.StatusUnauthorized, Code: "second-needed"}
	wrongSecond  = kernel.Said{Status: http.StatusUnauthorized, Code: "wrong-second"}
)

// takeOffSecond leaves the caller without one, by their password. Refused: second-asked while their role is asked for one.
func takeOffSecond(tx *kernel.Tx, _ kernel.None, in ByOwnPassword) (kernel.None, error) {
	p, err := byPassword(tx, in)
	if err != nil {
		return kernel.None{}, err
	}
	asked, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM second_asked WHERE role = ?", p.Role)
	if err != nil {
		return kernel.None{}, err
	}
	if asked > 0 {
		return kernel.None{}, kernel.Refused{Code: "second-asked", Field: "second"}
	}
	return kernel.None{}, withoutSecond(tx, p.ID)
}

// takeOffSecondOf leaves somebody without theirs who lost it; they come in by their password, and are signed out everywhere until then.
func takeOffSecondOf(tx *kernel.Tx, by kernel.ByID) error {
	if err := endSessionsOf(tx, by); err != nil {
		return err
	}
	return withoutSecond(tx, by.ID)
}

// WithoutSecond is takeOffSecondOf from the house's shell. Errors: kernel.ErrMissing.
func WithoutSecond(tx *kernel.Tx, name string) error {
	p, err := BySignIn(tx, name)
	if err != nil {
		return err
	}
	return takeOffSecondOf(tx, kernel.ByID{ID: p.ID})
}

func withoutSecond(tx *kernel.Tx, personID string) error {
	if _, err := kernel.Exec(tx, "DELETE FROM recovery_codes WHERE person_id = ?", personID); err != nil {
		return err
	}
	_, err := kernel.Exec(tx, "UPDATE people SET second_secret = NULL, second_begun = NULL, version = version + 1 WHERE id = ?", personID)
	return err
}

// newRecoveryCodes makes the caller other codes; the old ones open nothing more. Refused: no-second.
func newRecoveryCodes(tx *kernel.Tx, _ kernel.None, in ByOwnPassword) (RecoveryCodes, error) {
	p, err := byPassword(tx, in)
	if err != nil {
		return RecoveryCodes{}, err
	}
	if p.SecondSecret == nil {
		return RecoveryCodes{}, kernel.Refused{Code: "no-second", Field: "second"}
	}
	return freshRecovery(tx, p.ID)
}
