package kernel

import (
	"context"
	"fmt"
	"net/http"
	"reflect"
	"strconv"

	"github.com/danielgtaylor/huma/v2"

	"sedum/core/calc"
	"sedum/core/fault"
)

// Operation is one thing that can be asked or done, declared once: from the declaration come the route, the permission, the strict
// reading and its limit, the key under which it happens once, the transaction, the document, and what the page must ask anew.
type Operation struct {
	ID     string
	Method string
	Path   string
	May    Permission
	// Kept says that a device may keep the entry while there is no network.
	Kept bool
	// Stales are the ids of the reading operations whose answers this deed makes old.
	Stales []string

	capability string

	limit    int64
	early    bool
	password bool
	logged   bool
	gate     *Gate
	keyed    bool
	types    []string
	request  *huma.RequestBody
	register func(*Kernel, Operation)
	perform  func(tx *Tx, in, body any) (any, error)
}

// Keep says that a device may keep the entry while there is no network.
func (o Operation) Keep() Operation { o.Kept = true; return o }

// Makes names the reading operations whose answers the deed makes old.
func (o Operation) Makes(stale ...string) Operation { o.Stales = stale; return o }

// Unkeyed says that a POST may come twice: nothing is created that must be there once.
func (o Operation) Unkeyed() Operation { o.keyed = false; return o }

// Early says that it may be done before a person has a password of their own.
func (o Operation) Early() Operation { o.early = true; return o }

// ByPassword says that who came in by a PIN may not do it.
func (o Operation) ByPassword() Operation { o.password = true; return o }

// Through says that few requests at once do it.
func (o Operation) Through(g *Gate) Operation { o.gate = g; return o }

// Takes names the media types that are sent as its bytes, for the document; what they are is told by their content.
func (o Operation) Takes(types ...string) Operation {
	o.types = append(types, anyBytesType)
	return o
}

// Limit is how many bytes its body may have.
func (o Operation) Limit(bytes int64) Operation { o.limit = bytes; return o }

const (
	base       = "/api/v1"
	usualLimit = 1 << 20
	// strangersLimit is for a body of who has not signed in.
	strangersLimit = 4 << 10
	jsonType       = "application/json"
	anyBytesType   = "application/octet-stream"
)

// None is for an operation without parameters, a body that is an empty object, or an answer that says nothing.
type None struct{}

// File is an answer that is no JSON.
type File struct {
	Type string
	// Name under which it is saved; Attached asks to save it, else it is shown.
	Name     string
	Attached bool
	Content  []byte
}

// Read declares an operation that changes nothing. P holds its parameters.
func Read[P, O any](id, path string, may Permission, do func(*Tx, P) (O, error)) Operation {
	return Operation{ID: id, Method: http.MethodGet, Path: path, May: may, perform: func(tx *Tx, in, _ any) (any, error) { return do(tx, paramsOf[P](in)) }, register: func(k *Kernel, o Operation) {
		answering(k, o, func(e *entry, in P) (out O, err error) {
			err = k.read(e, func(tx *Tx) error { out, err = do(tx, in); return err })
			return out, err
		})
	}}
}

// Ask declares an operation that works something out from a body of type B and keeps nothing.
func Ask[P, B, O any](id, path string, may Permission, do func(*Tx, P, B) (O, error)) Operation {
	return Operation{ID: id, Method: http.MethodPost, Path: path, May: may, perform: performing(do), register: func(k *Kernel, o Operation) {
		answering(k, o.bodied(k, reflect.TypeFor[B]()), func(e *entry, in P) (out O, err error) {
			body, _, err := bodyOf[B](e, o)
			if err != nil {
				return out, err
			}
			err = k.read(e, func(tx *Tx) error { out, err = do(tx, in, body); return err })
			return out, err
		})
	}}
}

// Deed declares an operation that does something with a body of type B. What do gives is small and is kept with the key; show makes
// the answer of it, in the same transaction, also when the same request comes again. A POST needs a key, a PUT says all again.
func Deed[P, B, R, O any](id, method, path string, may Permission, do func(*Tx, P, B) (R, error), show func(*Tx, P, R) (O, error)) Operation {
	return Operation{ID: id, Method: method, Path: path, May: may, keyed: method == http.MethodPost, perform: performing(do), register: func(k *Kernel, o Operation) {
		answering(k, o.bodied(k, reflect.TypeFor[B]()), func(e *entry, in P) (out O, err error) {
			body, raw, err := bodyOf[B](e, o)
			if err != nil {
				return out, err
			}
			err = k.logging(o, e, func(tx *Tx) error {
				r, err := under(o, e, tx, raw, func() (R, error) { return do(tx, in, body) })
				if err != nil {
					return err
				}
				out, err = show(tx, in, r)
				return err
			})
			return out, err
		})
	}}
}

// Upload is Deed for a body of bytes.
func Upload[P, R, O any](id, path string, may Permission, do func(*Tx, P, []byte) (R, error), show func(*Tx, P, R) (O, error)) Operation {
	return Operation{ID: id, Method: http.MethodPost, Path: path, May: may, keyed: true, types: []string{anyBytesType}, perform: performing(do), register: func(k *Kernel, o Operation) {
		answering(k, o.bodied(k, nil), func(e *entry, in P) (out O, err error) {
			raw, err := e.body(o)
			if err != nil {
				return out, err
			}
			err = k.deed(e, func(tx *Tx) error {
				r, err := under(o, e, tx, raw, func() (R, error) { return do(tx, in, raw) })
				if err != nil {
					return err
				}
				out, err = show(tx, in, r)
				return err
			})
			return out, err
		})
	}}
}

// Remove declares an operation that ends something; done again, it changes nothing more.
func Remove[P any](id, path string, may Permission, do func(*Tx, P) error) Operation {
	return Operation{ID: id, Method: http.MethodDelete, Path: path, May: may, perform: func(tx *Tx, in, _ any) (any, error) { return nil, do(tx, paramsOf[P](in)) }, register: func(k *Kernel, o Operation) {
		register(k, o, o.document(), func(ctx context.Context, in *P) (*struct{}, error) {
			if err := k.logging(o, entryOf(ctx), func(tx *Tx) error { return do(tx, *in) }); err != nil {
				return nil, problemOf(ctx, err)
			}
			return nil, nil
		})
	}}
}

// ReadFile declares an operation that answers with a file of one of the media types.
func ReadFile[P any](id, path string, may Permission, mediaType string, do func(*Tx, P) (File, error)) Operation {
	return Operation{ID: id, Method: http.MethodGet, Path: path, May: may, register: func(k *Kernel, o Operation) {
		register(k, o, o.filed(mediaType), func(ctx context.Context, in *P) (out *fileAnswer, err error) {
			give := func(tx *Tx) error {
				f, err := do(tx, *in)
				out = f.answer()
				return err
			}
			if o.logged { // what is given out has its line, or is not given
				err = k.logging(o, entryOf(ctx), give)
			} else {
				err = k.read(entryOf(ctx), give)
			}
			return out, orProblem(ctx, err)
		})
	}}
}

// AskFile is ReadFile with a body.
func AskFile[P, B any](id, path string, may Permission, mediaType string, do func(*Tx, P, B) (File, error)) Operation {
	return Operation{ID: id, Method: http.MethodPost, Path: path, May: may, register: func(k *Kernel, o Operation) {
		o = o.bodied(k, reflect.TypeFor[B]())
		register(k, o, o.filed(mediaType), func(ctx context.Context, in *P) (out *fileAnswer, err error) {
			body, _, err := bodyOf[B](entryOf(ctx), o)
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			err = k.read(entryOf(ctx), func(tx *Tx) error {
				f, err := do(tx, *in, body)
				out = f.answer()
				return err
			})
			return out, orProblem(ctx, err)
		})
	}}
}

// under does a deed under its key, when it has one.
func under[R any](o Operation, e *entry, tx *Tx, raw []byte, do func() (R, error)) (R, error) {
	if !o.keyed {
		return do()
	}
	return once(tx, o.ID, e.key, digestOf(o.ID, e.address, raw), do)
}

// answering registers an operation whose answer is JSON.
func answering[P, O any](k *Kernel, o Operation, do func(*entry, P) (O, error)) {
	register(k, o, o.document(), func(ctx context.Context, in *P) (*jsonAnswer[O], error) {
		out, err := do(entryOf(ctx), *in)
		if err != nil {
			return nil, problemOf(ctx, err)
		}
		return &jsonAnswer[O]{out}, nil
	})
}

type jsonAnswer[O any] struct{ Body O }

type fileAnswer struct {
	ContentType string `header:"Content-Type"`
	Disposition string `header:"Content-Disposition"`
	Body        []byte
}

func (f File) answer() *fileAnswer {
	how := "inline"
	if f.Attached {
		how = "attachment"
	}
	if f.Name != "" {
		how += fmt.Sprintf("; filename=%q", f.Name)
	}
	return &fileAnswer{f.Type, how, f.Content}
}

func orProblem(ctx context.Context, err error) error {
	if err != nil {
		return problemOf(ctx, err)
	}
	return nil
}

func bodyOf[B any](e *entry, o Operation) (B, []byte, error) {
	var body B
	raw, err := e.body(o)
	if err != nil {
		return body, nil, err
	}
	body, err = calc.Decode[B](raw)
	return body, raw, err
}

// Same shows what a deed gave as it is.
func Same[P, R any](_ *Tx, _ P, r R) (R, error) { return r, nil }

// AskRaw declares an operation that reads its body itself; its types are for the document, nil for any.
func AskRaw(id, path string, may Permission, input, output reflect.Type, do func(*Tx, []byte) (any, error)) Operation {
	return Operation{ID: id, Method: http.MethodPost, Path: path, May: may, register: func(k *Kernel, o Operation) {
		if input == nil {
			input, output = reflect.TypeFor[any](), reflect.TypeFor[any]()
		}
		o = o.bodied(k, input)
		op := o.document()
		op.Responses = map[string]*huma.Response{"200": {Description: http.StatusText(http.StatusOK), Content: map[string]*huma.MediaType{
			jsonType: {Schema: k.api.OpenAPI().Components.Schemas.Schema(output, true, "")}}}}
		register(k, o, op, func(ctx context.Context, _ *None) (*jsonAnswer[any], error) {
			e := entryOf(ctx)
			raw, err := e.body(o)
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			var out any
			err = k.read(e, func(tx *Tx) error { out, err = do(tx, raw); return err })
			return &jsonAnswer[any]{out}, orProblem(ctx, err)
		})
	}}
}

func performing[P, B, R any](do func(*Tx, P, B) (R, error)) func(*Tx, any, any) (any, error) {
	return func(tx *Tx, in, body any) (any, error) {
		if err := fault.Check(body).Err(); err != nil {
			return nil, err
		}
		return do(tx, paramsOf[P](in), body.(B))
	}
}

// paramsOf are parameters as they were handed in; None stands for an operation's own, each as it is when nobody says it.
func paramsOf[P any](in any) P {
	if p, ok := in.(P); ok {
		return p
	}
	var p P
	v := reflect.ValueOf(&p).Elem()
	for i := range v.NumField() {
		usual := v.Type().Field(i).Tag.Get("default")
		switch n, err := strconv.Atoi(usual); {
		case usual == "":
		case v.Field(i).Kind() == reflect.String:
			v.Field(i).SetString(usual)
		case v.Field(i).Kind() == reflect.Int && err == nil:
			v.Field(i).SetInt(int64(n))
		}
	}
	return p
}

// Perform does an operation within a Tx, for whoever fills a yard or tries one: what it gives is the answer of a reading operation, and
// what a deed keeps under its key. Parameters and body are of the operation's own types. It asks for no permission and no key.
func (k *Kernel) Perform(tx *Tx, id string, in, body any) (any, error) {
	for _, o := range k.Operations() {
		if o.ID == id && o.perform != nil {
			return o.perform(tx, in, body)
		}
	}
	return nil, fmt.Errorf("kernel: there is no operation %s", id)
}
