package copies

import (
	"html/template"
	"net/http"

	"sedum/app/reminders"
	"sedum/app/sheets"
	"sedum/kernel"
	"sedum/words"
)

// MailWish is the address that letters shall go to, empty to get none any more.
type MailWish struct {
	Address string `json:"address"`
}

// read is the copy that a token opens, with whether letters can be had.
func (p *Public) read(tx *kernel.Tx, token string) (Copy, error) {
	out, err := read(tx, token)
	if err != nil || p.letters.Mailer == nil {
		return out, err
	}
	s, err := sheets.ByToken(tx, token)
	if err != nil {
		return out, err
	}
	out.After.Letters.Served = true
	out.After.Letters.Wanted, err = reminders.Wants(tx, s.TreeID, s.SpotID)
	return out, err
}

func (p *Public) wish(tx *kernel.Tx, token string, w MailWish) error {
	s, err := sheets.ByToken(tx, token)
	if err != nil {
		return err
	}
	if w.Address == "" {
		return reminders.EndFor(tx, s.TreeID, s.SpotID)
	}
	return p.letters.Want(tx, s.TreeID, s.SpotID, w.Address, true)
}

// stopped is the one page of a letter's last line: a touch, and no letter comes any more. Opening it ends nothing: machines open what stands in a letter.
var stopped = template.Must(template.New("stop").Parse(`<!doctype html><html lang="{{.Language}}"><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>{{.Title}}</title>
<body><main><h1>{{.Title}}</h1>{{if .Button}}<form method="post"><button>{{.Button}}</button></form>{{end}}</main></body></html>`))

func (p *Public) stop(w http.ResponseWriter, r *http.Request, v *visitor, token string) {
	if !tokenOf.MatchString(token) || (r.Method != http.MethodGet && r.Method != http.MethodPost) {
		p.missing(w, r, v)
		return
	}
	p.within(w, r, v, func(tx *kernel.Tx) (any, error) {
		if r.Method == http.MethodPost {
			language, err := reminders.EndBy(tx, token)
			say := words.In(language, words.Metric)
			return stopPage{Language: language, Title: say.Say("mail.stopped", nil)}, err
		}
		language, err := reminders.LanguageOf(tx, token)
		say := words.In(language, words.Metric)
		return stopPage{Language: language, Title: say.Say("mail.stop-title", nil), Button: say.Say("mail.stop-button", nil)}, err
	})
}

// stopPage is what that page says.
type stopPage struct {
	Language      words.Language
	Title, Button string
}
