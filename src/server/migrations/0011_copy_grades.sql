-- What is known of a copy is one value. Every copy so far was between simulated drives.
update job set document = jsonb_set(document, '{copy}', document -> 'copy' || jsonb_build_object(
  'grade', case when document #>> '{copy,readBack,mode}' = 'skipped' then 'not-read-back' else 'read-back' end,
  'simulated', true))
where jsonb_typeof(document -> 'copy') = 'object' and not document -> 'copy' ? 'grade';

update job set document = jsonb_set(document, '{handedOver,sheet,copy}', document #> '{handedOver,sheet,copy}' || jsonb_build_object(
  'grade', case when document #>> '{handedOver,sheet,copy,readBack,mode}' = 'skipped' then 'not-read-back' else 'read-back' end,
  'simulated', true))
where jsonb_typeof(document #> '{handedOver,sheet,copy}') = 'object' and not document #> '{handedOver,sheet,copy}' ? 'grade';
