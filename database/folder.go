package database

import (
	"errors"
	"fmt"
	"os"
	"os/user"
	"path/filepath"
	"strconv"
	"syscall"
)

// asNobody is whom the server runs as when root starts it.
func asNobody() (*syscall.Credential, error) {
	nobody, err := user.Lookup("nobody")
	if err != nil {
		return nil, err
	}
	uid, err := strconv.Atoi(nobody.Uid)
	if err != nil {
		return nil, err
	}
	gid, err := strconv.Atoi(nobody.Gid)
	if err != nil {
		return nil, err
	}
	return &syscall.Credential{Uid: uint32(uid), Gid: uint32(gid)}, nil
}

// reachable tells whether the server's user can pass every folder above the home. Errors: which one it cannot, and what to do.
func reachable(home string, owner *syscall.Credential) error {
	if owner == nil {
		return nil
	}
	for at := filepath.Dir(home); ; at = filepath.Dir(at) {
		info, err := os.Stat(at)
		if err != nil {
			return err
		}
		pass := os.FileMode(0o001)
		if s, ok := info.Sys().(*syscall.Stat_t); ok && s.Uid == owner.Uid {
			pass = 0o100
		} else if ok && s.Gid == owner.Gid {
			pass = 0o010
		}
		if info.Mode().Perm()&pass == 0 {
			return fmt.Errorf("the database runs as nobody, who may not enter %s (mode %04o). Let others pass it (chmod o+x %[1]s), or choose another folder with SEDUM_HOME",
				at, info.Mode().Perm())
		}
		if at == filepath.Dir(at) {
			return nil
		}
	}
}

// ownFolder makes a folder that is the owner's. What lies there as a link is refused: root would hand what it leads to to the owner.
func ownFolder(path string, mode os.FileMode, owner *syscall.Credential) error {
	if err := os.MkdirAll(path, mode); err != nil {
		return err
	}
	info, err := os.Lstat(path)
	if err != nil {
		return err
	}
	if !info.IsDir() {
		return fmt.Errorf("%s is a link, or no folder. Nothing is written through a link: name the folder itself", path)
	}
	if owner == nil {
		return nil
	}
	return os.Lchown(path, int(owner.Uid), int(owner.Gid))
}

// writeOwned writes a file whole or not at all, never through a link.
func writeOwned(path string, content []byte, owner *syscall.Credential) error {
	beside := path + ".part"
	if err := os.Remove(beside); err != nil && !errors.Is(err, os.ErrNotExist) {
		return err
	}
	f, err := os.OpenFile(beside, os.O_CREATE|os.O_EXCL|os.O_WRONLY|syscall.O_NOFOLLOW, 0o600)
	if err != nil {
		return err
	}
	_, err = f.Write(content)
	if owner != nil {
		err = errors.Join(err, f.Chown(int(owner.Uid), int(owner.Gid)))
	}
	if err := errors.Join(err, f.Close()); err != nil {
		return err
	}
	return os.Rename(beside, path)
}
