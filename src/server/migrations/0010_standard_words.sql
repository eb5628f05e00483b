-- Words that have a standard one: a job's policy of charge, and the steps of the hands that a technician has practised.
update job set document = (document - 'chargeSchool') || jsonb_build_object('chargePolicy', document -> 'chargeSchool')
where document ? 'chargeSchool';

alter table practice_record rename column acts to steps;

update practice_record set steps = coalesce(
  (select jsonb_agg((one - 'actId') || jsonb_build_object('stepId', one -> 'actId') order by place)
   from jsonb_array_elements(steps) with ordinality as each_of (one, place)
   where one ? 'actId'), '[]'::jsonb)
where jsonb_typeof(steps) = 'array';
