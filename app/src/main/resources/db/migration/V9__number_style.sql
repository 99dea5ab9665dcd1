-- How a network writes numbers: POINT (1,234.50), COMMA (1.234,50), or empty where its owner has not said.
alter table network add column number_style text not null default '';
