package api

import (
	"context"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"sedum/desk"
	"sedum/store"
)

type photoView struct {
	ID      string    `json:"id"`
	Part    string    `json:"part"`
	Caption string    `json:"caption"`
	Width   int       `json:"width"`
	Height  int       `json:"height"`
	By      string    `json:"by"`
	At      time.Time `json:"at"`
}

func viewPhotos(list []store.Photo) []photoView {
	out := []photoView{}
	for _, p := range list {
		out = append(out, photoView{p.ID, p.Part, p.Caption, p.Width, p.Height, p.Person.Name, p.At})
	}
	return out
}

type photoFile struct {
	Tag     string `path:"tag"`
	Key     string `header:"Idempotency-Key"`
	Part    string `query:"part"`
	Caption string `query:"caption"`
	RawBody []byte `contentType:"application/octet-stream"`
}

type idParam struct {
	ID string `path:"id"`
}

func (s *Server) photoRoutes() {
	op := operation("add-photo", http.MethodPost, "/api/v1/trees/{tag}/photos", desk.TakePhotos)
	op.SkipValidateBody, op.MaxBodyBytes = true, desk.PhotoLimit
	huma.Register(s.api, op, func(ctx context.Context, in *photoFile) (*answerOf[treeView], error) {
		v, err := s.treeAnswer(ctx)(s.desk.AddPhoto(ctx, caller(ctx), in.Tag, in.Key, in.Part, in.Caption, in.RawBody))
		if err != nil {
			return nil, problemOf(ctx, err)
		}
		return &answerOf[treeView]{v}, nil
	})
	picture := func(id, at string, of func(store.Photo) []byte) {
		huma.Register(s.api, operation(id, http.MethodGet, at, desk.SeeYard), func(ctx context.Context, in *idParam) (*fileAnswer, error) {
			photo, err := s.desk.Photo(ctx, caller(ctx), in.ID)
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			return &fileAnswer{"image/jpeg", "inline", of(photo)}, nil
		})
	}
	picture("see-photo", "/api/v1/photos/{id}/picture.jpg", func(p store.Photo) []byte { return p.Picture })
	picture("see-thumbnail", "/api/v1/photos/{id}/thumbnail.jpg", func(p store.Photo) []byte { return p.Thumbnail })
	remove(s, "remove-photo", "/api/v1/photos/{id}", desk.TakePhotos, func(ctx context.Context, in *idParam) error {
		return s.desk.RemovePhoto(ctx, caller(ctx), in.ID)
	})
}
