// Package letterhead is who hands a paper out: the house's name, where it is and how to reach it, on every paper that leaves it.
package letterhead

import (
	"embed"
	"errors"
	"net/mail"
	"net/url"
	"regexp"
	"strings"

	"sedum/app/photos"
	"sedum/app/yard"
	"sedum/core/fault"
	"sedum/core/roles"
	"sedum/kernel"
	"sedum/paper"
)

//go:embed tables/*.sql
var tables embed.FS

// Letterhead is the one record of it.
type Letterhead struct {
	ID int
	Said
	Logo    []byte
	Version int
}

// TableName is the same for one.
func (Letterhead) TableName() string { return "letterhead" }

// Said is what is written on it; what is empty is not.
type Said struct {
	Name      string `json:"name" maxLength:"80"`
	Address   string `json:"address" maxLength:"160"`
	Telephone string `json:"telephone" maxLength:"40"`
	Mail      string `json:"mail" maxLength:"120"`
	Opening   string `json:"opening" maxLength:"160"`
	Web       string `json:"web" maxLength:"120" doc:"https://...: where a browser reaches this house; the codes on tags lead there"`
}

// Keep is for the office.
var Keep = kernel.Permission{Name: "keep-letterhead", Roles: roles.Office()}

const (
	logoLimit = 2 << 20
	logoSide  = 600
)

// Capability declares what can be asked and done here.
func Capability() kernel.Capability {
	shown := func(tx *kernel.Tx, _, _ kernel.None) (Shown, error) { return show(tx, kernel.None{}) }
	return kernel.Capability{Name: "letterhead", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("see-letterhead", "/letterhead", yard.SeeYard, show),
		kernel.Deed("change-letterhead", "PUT", "/letterhead", Keep, change, shown).Logged().Makes("see-letterhead"),
		kernel.Upload("give-logo", "/letterhead/logo", Keep, giveLogo, shown).Takes("image/png", "image/jpeg").Limit(logoLimit).Unkeyed().Through(kernel.NewGate(1, 4)).Makes("see-letterhead"),
		kernel.Remove("take-off-logo", "/letterhead/logo", Keep, takeOffLogo).Makes("see-letterhead"),
		kernel.ReadFile("see-logo", "/letterhead/logo.png", yard.SeeYard, "image/png", func(tx *kernel.Tx, _ logoAsk) (kernel.File, error) {
			l, err := read(tx)
			if err == nil && l.Logo == nil {
				err = kernel.ErrMissing
			}
			return kernel.File{Type: "image/png", Content: l.Logo}, err
		}),
		kernel.ReadFile("letterhead-pdf", "/letterhead/paper.pdf", yard.SeeYard, "application/pdf", sample),
	}}
}

type logoAsk struct {
	Version int `query:"version" doc:"of the letterhead: a browser that was given another one asks anew"`
}

// Shown is the letterhead as it stands.
type Shown struct {
	Version int `json:"version"`
	Said
	Logo bool `json:"logo"`
	// Named tells whether papers say whose they are and how to reach them.
	Named bool `json:"named"`
}

func show(tx *kernel.Tx, _ kernel.None) (Shown, error) {
	l, err := read(tx)
	return Shown{l.Version, l.Said, l.Logo != nil, l.Name != "" && l.Telephone != ""}, err
}

func read(tx *kernel.Tx) (Letterhead, error) {
	l, err := kernel.One[Letterhead](tx, "id = 1")
	if errors.Is(err, kernel.ErrMissing) {
		return Letterhead{ID: 1}, nil
	}
	return l, err
}

// Of is the letterhead as paper needs it.
func Of(tx *kernel.Tx) (paper.House, error) {
	l, err := read(tx)
	return paper.House{Name: l.Name, Address: l.Address, Telephone: l.Telephone, Mail: l.Mail, Opening: l.Opening, Web: l.Web, Logo: l.Logo}, err
}

// Changed is what a manager writes anew.
type Changed struct {
	Version int `json:"version"`
	Said
}

// digit is needed in a telephone number.
var digit = regexp.MustCompile(`^[+0-9][0-9 ()./-]{3,}(?: ?[a-z.]{1,5} ?[0-9]+)?$`)

func (s Said) check() error {
	var l fault.List
	if s.Telephone != "" && !digit.MatchString(s.Telephone) {
		l.Add("telephone", fault.NotATelephone, nil)
	}
	if _, err := mail.ParseAddress(s.Mail); s.Mail != "" && (err != nil || strings.ContainsAny(s.Mail, "<> ")) {
		l.Add("mail", fault.NotAMail, nil)
	}
	if at, err := url.Parse(s.Web); s.Web != "" && (err != nil || (at.Scheme != "https" && at.Scheme != "http") || at.Hostname() == "" || at.User != nil || strings.Trim(at.Path, "/") != "" || at.RawQuery != "" || at.Fragment != "") {
		l.Add("web", fault.NotAnAddress, nil)
	}
	return l.Err()
}

func change(tx *kernel.Tx, _ kernel.None, c Changed) (kernel.None, error) {
	for _, field := range []*string{&c.Name, &c.Address, &c.Telephone, &c.Mail, &c.Opening, &c.Web} {
		*field = strings.Join(strings.Fields(*field), " ")
	}
	c.Web = strings.TrimRight(c.Web, "/")
	if err := c.check(); err != nil {
		return kernel.None{}, err
	}
	return kernel.None{}, hold(tx, func(l *Letterhead) error {
		if l.Version != c.Version {
			present, err := show(tx, kernel.None{})
			return errors.Join(err, kernel.Stale{Current: present})
		}
		l.Said = c.Said
		return nil
	})
}

// hold changes the one record under a lock of its own row, which is made when it is the first time.
func hold(tx *kernel.Tx, write func(*Letterhead) error) error {
	if _, err := kernel.Exec(tx, "INSERT IGNORE INTO letterhead (id, name, address, telephone, mail, opening, web, version) VALUES (1, '', '', '', '', '', '', 0)"); err != nil {
		return err
	}
	l, err := kernel.Held[Letterhead](tx, "SELECT * FROM letterhead WHERE id = 1")
	if err != nil {
		return err
	}
	if err := write(&l); err != nil {
		return err
	}
	l.Version++
	return kernel.Ours(tx.DB().Save(&l).Error)
}

// giveLogo takes a picture as the house's logo. Refused: photo-kind, photo-size.
func giveLogo(tx *kernel.Tx, _ kernel.None, file []byte) (kernel.None, error) {
	picture, err := photos.OnWhite(file, logoSide)
	if err != nil {
		return kernel.None{}, err
	}
	return kernel.None{}, hold(tx, func(l *Letterhead) error {
		l.Logo = picture
		return nil
	})
}

func takeOffLogo(tx *kernel.Tx, _ kernel.None) error {
	return hold(tx, func(l *Letterhead) error {
		l.Logo = nil
		return nil
	})
}

// sample is an empty paper with the letterhead, to see it before it goes out.
func sample(tx *kernel.Tx, p kernel.Paper) (kernel.File, error) {
	h, err := Of(tx)
	if err != nil {
		return kernel.File{}, err
	}
	pdf, err := paper.LetterheadPDF(tx.Say, h, p.Paper, tx.Now)
	return kernel.PDF(pdf, "letterhead.pdf"), err
}
