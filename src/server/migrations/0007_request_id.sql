-- What a page sends again because no answer came is known by its id, and done once.
alter table job_history add column request_id text;

create unique index job_history_request on job_history (job_id, request_id);
