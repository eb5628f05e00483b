-- A photo may be a spoken note: its file is kept as it came, and has no size in pixels.
alter table photo add column media text not null default 'image/jpeg';
