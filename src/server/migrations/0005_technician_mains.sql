-- Who is trained for mains supplies and allowed by local rules to open them.
alter table technician add column mains boolean not null default false;

-- Procedures say now what powers the device, and are proved when they are read: a job that kept one of the older form takes
-- the catalogue's, which the start fills anew where it shipped with the product.
update job set profile = null where profile -> 'procedure' ->> 'power' is null;
