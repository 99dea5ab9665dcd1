-- Further origins that an account's image leads browsers over, one a line.
alter table pixel_account add column also_asked text not null default '';
alter table pixel_account alter column also_asked drop default;
