-- What a network takes in a sub ID: how many characters (0 for no limit that is known), and which.
alter table network
  add column sub_id_most int not null default 0,
  add column sub_id_signs text not null default 'ANY';
