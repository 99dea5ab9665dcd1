-- What the platform calls a checkout. Who noted an account before called it by the usual word.
alter table pixel_account add column checkout_event text not null default 'Checkout';
alter table pixel_account alter column checkout_event drop default;
