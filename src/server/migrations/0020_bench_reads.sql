-- What every screen and the Bench read of all jobs, without their documents.
alter table job add column place text generated always as (document->'takeIn'->>'place') stored;
create index job_old_drive_due on job ((document->'oldDriveAfter'->>'until'))
  where handed_over_at is not null and document->'oldDriveAfter'->'end' = 'null'::jsonb;
