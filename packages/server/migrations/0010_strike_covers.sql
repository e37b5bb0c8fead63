-- The strike sheet used to write a strike's cover onto its stint. Each such cover, told by a change of a stint that says nothing else, goes
-- to the strike that was written last before it; the stint's becomes unknown again. The log says so, so that devices follow.
do $$
declare
  book record;
  told record;
  stamped text;
  counter int := 0;
  moved int;
  number bigint;
begin
  for book in select id from books loop
    perform set_config('jot.book', book.id::text, true);
    moved := 0;
    for told in
      select c.record_id as stint, c.stamp, c.member_id, c.fields ->> 'cover' as cover,
        (
          select s.id from strikes s
          join changes written on written.book_id = s.book_id and written.kind = 'strike' and written.record_id = s.id
          where s.book_id = c.book_id and s.stint = c.record_id and written.seq < c.seq
          order by written.seq desc limit 1
        ) as strike
      from changes c
      where c.book_id = book.id and c.kind = 'stint' and c.fields ->> 'cover' is not null
        and (select count(*) from jsonb_object_keys(c.fields)) = 1
        and not exists (select from changes o where o.book_id = c.book_id and o.group_id = c.group_id and o.id <> c.id)
      order by c.seq desc
    loop
      continue when told.strike is null;
      stamped := lpad(to_hex((extract(epoch from now()) * 1000)::bigint + counter / 65536), 12, '0')
        || '-' || lpad(to_hex(counter % 65536), 4, '0') || '-server';
      update strikes set cover = told.cover, stamps = stamps || jsonb_build_object('cover', stamped)
        where book_id = book.id and id = told.strike and cover is null;
      if found then
        moved := moved + 1;
        update books set seq = seq + 1 where id = book.id returning seq into number;
        insert into changes (book_id, seq, id, group_id, kind, record_id, stamp, fields, member_id, received_at)
          values (book.id, number, gen_random_uuid(), gen_random_uuid(), 'strike', told.strike, stamped,
            jsonb_build_object('cover', told.cover), told.member_id, now());
      end if;
      update stints set cover = null, stamps = stamps || jsonb_build_object('cover', stamped)
        where book_id = book.id and id = told.stint and stamps ->> 'cover' = told.stamp;
      if found then
        update books set seq = seq + 1 where id = book.id returning seq into number;
        insert into changes (book_id, seq, id, group_id, kind, record_id, stamp, fields, member_id, received_at)
          values (book.id, number, gen_random_uuid(), gen_random_uuid(), 'stint', told.stint, stamped,
            '{"cover": null}', told.member_id, now());
      end if;
      counter := counter + 1;
    end loop;
    if moved > 0 then
      insert into events (id, at, kind, book_id, detail)
        values (gen_random_uuid(), now(), 'covers-moved', book.id, moved::text);
    end if;
  end loop;
end $$;
