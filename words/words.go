// Package words turns codes and numbers into sentences.
//
// Nothing people read stands in code: it is in the message files beside this one, by
// language. Core results carry codes and measures; a Speaker says them in one language
// and one system of units, converted once, here.
package words

import (
	"embed"
	"encoding/json"
	"fmt"
	"io/fs"
	"maps"
	"slices"
	"strings"
	"sync"
	"time"

	"github.com/nicksnyder/go-i18n/v2/i18n"
	"golang.org/x/text/language"

	"sedum/core/fault"
	"sedum/core/num"
	"sedum/core/planting"
	"sedum/core/set"
)

//go:embed messages/*.json
var messageFiles embed.FS

// Language is one that is complete.
type Language string

// The languages. What American English says holds for British where that does not say it its own way; Spanish is complete.
const (
	American Language = "en-US"
	British  Language = "en-GB"
	Spanish  Language = "es"
)

// All lists them; the first is the fallback.
func (Language) All() []Language { return []Language{American, British, Spanish} }

// Units is the system a person reads in.
type Units string

// The systems of units.
const (
	Metric Units = "metric"
	US     Units = "us"
)

// All lists them.
func (Units) All() []Units { return []Units{Metric, US} }

var (
	bundle = load()
	// sentences are those of the first language; every other says each of them.
	sentences map[string]string
)

func load() *i18n.Bundle {
	b := i18n.NewBundle(language.AmericanEnglish)
	first := map[string]string{}
	for _, name := range set.All[Language]() {
		said := maps.Clone(first)
		text, err := fs.ReadFile(messageFiles, "messages/"+string(name)+".json")
		if err == nil {
			err = json.Unmarshal(text, &said) // over what the first language says
		}
		if name == American {
			first, sentences = said, said
		}
		messages := []*i18n.Message{}
		for id, other := range said {
			messages = append(messages, &i18n.Message{ID: id, Other: other})
		}
		if err == nil {
			err = b.AddMessages(language.MustParse(string(name)), messages...)
		}
		if err != nil {
			panic(err) // the file is compiled in
		}
	}
	return b
}

// Speaker says things in one language and one system of units.
type Speaker struct {
	Language  Language
	Units     Units
	localizer *i18n.Localizer
}

// For is a speaker for a language as a browser asks for it; the first complete language is the fallback.
func For(accept string, units Units) Speaker {
	tags, _, _ := language.ParseAcceptLanguage(accept)
	_, index, _ := matcher.Match(tags...)
	return In(set.All[Language]()[index], units)
}

// In is a speaker of a language; "" is the fallback.
func In(language Language, units Units) Speaker {
	index := max(0, slices.Index(set.All[Language](), language))
	if units != US {
		units = Metric
	}
	return Speaker{Language: set.All[Language]()[index], Units: units, localizer: localizers[index]}
}

// Both are asked at every request and never change.
var (
	matcher    = language.NewMatcher([]language.Tag{language.AmericanEnglish, language.BritishEnglish, language.Spanish})
	localizers = func() (out []*i18n.Localizer) {
		for _, name := range set.All[Language]() {
			out = append(out, i18n.NewLocalizer(bundle, string(name)))
		}
		return out
	}()
)

// Knows tells whether there is a sentence for an id.
func (s Speaker) Knows(id string) bool {
	_, known := sentences[id]
	return known
}

// Say gives the sentence for an id with its values: measures, dates, numbers or text. A missing sentence
// shows as its id, and a test finds it.
func (s Speaker) Say(id string, values map[string]any) string {
	if len(values) == 0 {
		if text, ok := plainSentences.Load(string(s.Language) + " " + id); ok {
			return text.(string)
		}
	}
	said := map[string]any{}
	for k, v := range values {
		said[k] = s.value(v)
	}
	text, err := s.localizer.Localize(&i18n.LocalizeConfig{MessageID: id, TemplateData: said})
	if err != nil {
		return id
	}
	if len(values) == 0 {
		plainSentences.Store(string(s.Language)+" "+id, text)
	}
	return text
}

// plainSentences are the sentences without a value that were said before; there are as many as the message files hold.
var plainSentences sync.Map

// Measures is Say for the values of a step.
func (s Speaker) Measures(id string, values map[string]planting.Measure) string {
	any := map[string]any{}
	for k, v := range values {
		any[k] = v
	}
	return s.Say(id, any)
}

// Choice says id.choice when there is such a sentence, else id.
func (s Speaker) Choice(id, choice string, values map[string]planting.Measure) string {
	if choice != "" && s.Knows(id+"."+choice) {
		return s.Measures(id+"."+choice, values)
	}
	return s.Measures(id, values)
}

func (s Speaker) value(v any) any {
	switch x := v.(type) {
	case planting.Measure:
		return s.Measure(x)
	case time.Time:
		return s.Date(x)
	case float64:
		return plain(x, 2)
	case []string:
		return s.Among(x)
	}
	return v
}

// Among lists choices: a, b or c.
func (s Speaker) Among(list []string) string {
	list = slices.DeleteFunc(slices.Clone(list), func(each string) bool { return each == "" })
	if len(list) < 2 {
		return strings.Join(list, "")
	}
	return strings.Join(list[:len(list)-1], ", ") + " " + s.Say("or", nil) + " " + list[len(list)-1]
}

// Date says a day in the customer's own order.
func (s Speaker) Date(t time.Time) string {
	switch s.Language {
	case British:
		return t.Format("2 January 2006")
	case Spanish:
		return s.DayOfMonth(t) + " de " + t.Format("2006")
	}
	return t.Format("January 2, 2006")
}

// DayOfMonth says a day that comes every year.
func (s Speaker) DayOfMonth(t time.Time) string {
	switch s.Language {
	case British:
		return t.Format("2 January")
	case Spanish:
		return t.Format("2") + " de " + s.Say("month."+strings.ToLower(t.Month().String()[:3]), nil)
	}
	return t.Format("January 2")
}

// Fault says what is wrong with a field and what to do about it.
func (s Speaker) Fault(f fault.Fault) string {
	values := map[string]any{"limit": f.Limit}
	if list, ok := f.Limit.([]string); ok {
		values["limit"] = s.Among(list)
	}
	if field, ok := f.Limit.(string); ok && f.Code == fault.BothOrNeither {
		values["limit"] = s.Field(field)
	}
	id := "fault." + string(f.Code)
	if day, ok := f.Limit.(string); ok {
		for layout, clock := range map[string]string{time.DateOnly: "", "2006-01-02 15:04": ", 15:04"} {
			at, err := time.Parse(layout, day)
			if err != nil {
				continue
			}
			values["limit"] = s.Date(at) + at.Format(clock)
			if s.Knows(id + ".day") {
				id += ".day"
			}
		}
	}
	return s.Say(id, values)
}

// Field names a field as people do.
func (s Speaker) Field(path string) string {
	last := path[strings.LastIndex(path, ".")+1:]
	if s.Knows("field." + last) {
		return s.Say("field."+last, nil)
	}
	return strings.ReplaceAll(last, "_", " ")
}

// List joins sentences or names: a, b and c.
func (s Speaker) List(list []string) string {
	if len(list) < 2 {
		return strings.Join(list, "")
	}
	return strings.Join(list[:len(list)-1], ", ") + " " + s.Say("and", nil) + " " + list[len(list)-1]
}

func plain(x float64, decimals int) string {
	text := fmt.Sprintf("%.*f", decimals, num.Round(x, decimals))
	if strings.Contains(text, ".") {
		text = strings.TrimRight(strings.TrimRight(text, "0"), ".")
	}
	if text == "-0" {
		return "0"
	}
	return strings.Replace(text, "-", "−", 1)
}
