# frozen_string_literal: true

module JustSeal
  module Operations
    # Looks once into the folder or mailbox of a way in, and takes what has come. Safe to run twice and by several
    # processes at once: each file is taken once, and put away after that.
    class ReadWayIn < Operation
      LOCK = 7_206_400

      def self.all = Store::WayIn.live.select_map(:id).each { |id| call(id) }

      def call(way_id)
        way = Store::WayIn.live.first(id: way_id) or return
        alone(way) { way.folder? ? folder(way) : mailbox(way) }
        way.update(looked_at: now, problem: nil)
      rescue Errors::Unavailable, Errors::Forbidden => e
        way.update(looked_at: now, problem: Core::Problem.kept(e))
      end

      private

      # One process at a time looks into one; another leaves it alone.
      def alone(way)
        db.synchronize do
          next unless db.get(Sequel.function(:pg_try_advisory_lock, LOCK, way.id))

          begin
            yield
          ensure
            db.get(Sequel.function(:pg_advisory_unlock, LOCK, way.id))
          end
        end
      end

      def folder(way)
        place = Ports::WatchedFolder.new(office.settings.ways_in, way.place)
        place.settled(now).each { |found| take_file(way, place, found) }
      end

      def take_file(way, place, found)
        bytes = place.bytes(found, most: Core::Pdf::Intake::MAX_BYTES)
        key = "#{Core::Ledger::Entry.digest(bytes)} #{found.name}"
        taken = taken?(way, key, found.name) do
          TakeArrival.call(way, key: key, name: found.name, bytes: bytes, beside: found.values)
        end
        place.put_away(found, taken ? Ports::WatchedFolder::TAKEN : Ports::WatchedFolder::REFUSED, now)
      end

      def mailbox(way)
        address = office.secret_box.open(way.place)
        Ports::ImapMailbox.new(address, most: Core::Pdf::Intake::MAX_BYTES).each_new do |bytes|
          take_mail(way, Messages::BroughtMail.read(bytes))
        end
      end

      def take_mail(way, mail)
        unless way.from?(mail.sender)
          refused = { name: mail.subject, problem: :sender_not_allowed, sender: mail.sender }
          return TakeArrival.new.refuse(way, key: mail.id, **refused)
        end

        mail.files.each_with_index do |(name, bytes), index|
          key = "#{mail.id} #{index}"
          about = { subject: mail.subject, beside: mail.values, sender: mail.sender }
          taken?(way, key, name) { TakeArrival.call(way, key: key, name: name, bytes: bytes, **about) }
        end
      end

      # What can't be taken is told to whoever made the way, and lost nowhere: it stays where it was put away.
      def taken?(way, key, name)
        yield
        true
      rescue Errors::Invalid, Core::Refused => e
        problem = e.is_a?(Errors::Invalid) ? e.problems.values.first : Core::Problem.new(e.reason, **e.facts)
        arrival = TakeArrival.new.refuse(way, key: key, name: name, problem: problem)
        tell(way, name, arrival.problem) if arrival
        false
      end

      def tell(way, name, problem)
        Messages.post_to_staff(
          way.account,
          :way_in_refused,
          at: now,
          about: { "title" => way.name, "file" => name, "problem" => problem }
        )
      end
    end
  end
end
