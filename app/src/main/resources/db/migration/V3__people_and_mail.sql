-- How large the files may be that the shelf takes.
alter table workspace add column most_picture_mb int not null default 8;
alter table workspace add column most_file_mb int not null default 50;
