-- Words that a job is found by, lower case: its owner, device, serials, labels, parts, papers, and what was noted of it.
alter table job add column words text not null default '';
alter table job add column noted text not null default '';

create index job_serial on job (lower(document->'takeIn'->>'serial')) where document->'takeIn'->>'serial' <> '';
create index job_taken_in on job (taken_in_at desc, id);

-- Of jobs from before: what their documents say, and what was noted.
update job set
  words = lower(concat_ws(' ', job.id, job.owner, job.profile_id, (select name from device_profile where id = job.profile_id),
    document->'takeIn'->>'serial', document->'takeIn'->>'place', document->'takeIn'->>'note', document->'choice'->>'driveId',
    document->'dock'->'old'->>'benchLabel', document->'dock'->'new'->>'benchLabel',
    document->'dock'->'old'->>'serial', document->'dock'->'new'->>'serial')),
  noted = left(lower(coalesce((
    select string_agg(sentence, ' ' order by seq) from job_history where job_id = job.id and kind in ('note', 'finding', 'fastener', 'override', 'prove-accepted')
  ), '')), 20000);
