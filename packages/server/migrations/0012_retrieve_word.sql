-- One way of fishing goes by another word now. Stints that hold the old one follow; the log says so, so that devices follow.
do $$
declare
  book record;
  told record;
  stamped text;
  counter int;
  number bigint;
begin
  for book in select id from books loop
    perform set_config('jot.book', book.id::text, true);
    counter := 0;
    for told in select id from stints where book_id = book.id and retrieve = 'twitch and recover' order by id loop
      stamped := lpad(to_hex((extract(epoch from now()) * 1000)::bigint + counter / 65536), 12, '0')
        || '-' || lpad(to_hex(counter % 65536), 4, '0') || '-server';
      update stints set retrieve = 'twitch and drop', stamps = stamps || jsonb_build_object('retrieve', stamped)
        where book_id = book.id and id = told.id;
      update books set seq = seq + 1 where id = book.id returning seq into number;
      insert into changes (book_id, seq, id, group_id, kind, record_id, stamp, fields, member_id, received_at)
        select book.id, number, gen_random_uuid(), gen_random_uuid(), 'stint', told.id, stamped,
          '{"retrieve": "twitch and drop"}', first.member_id, now()
        from (select member_id from changes where book_id = book.id order by seq limit 1) first;
      counter := counter + 1;
    end loop;
  end loop;
end $$;
