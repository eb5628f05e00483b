-- When a technician works on a usual day, as typed; null: the usual hours.
alter table technician add column hours text;
