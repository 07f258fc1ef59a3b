# frozen_string_literal: true

module JustSeal
  module Operations
    # Makes a group or changes one. Its members are contacts and staff, by their addresses.
    class SaveGroup < Operation
      MAX_MEMBERS = 50
      MAX_NAME = 100

      # +lines+: [text, ...], each a mail address, "Name <address>" or a name that only one contact has. Returns the
      # Store::Group.
      # Raises Errors::Invalid keyed "name" or "members", Errors::Conflict when somebody else saved meanwhile.
      def call(actor, name:, lines:, id: nil, edits: 0)
        allow!(actor, :keep_contacts)
        name = Core::Filing::SafeName.line(name)
        members = lines.map(&:strip).reject(&:empty?).uniq.map { |line| [line, member(line)] }
        refuse(name, members)
        transaction { store(id, edits, name, members.map(&:last).uniq) }
      rescue Sequel::UniqueConstraintViolation
        raise Errors::Invalid, { "name" => :group_exists }
      end

      private

      def member(line)
        address = line[/<([^<>]+)>\s*\z/, 1] || line
        account = Store::Account.live.first(email: address)
        return { account_id: account.id } if account

        Queries::ContactList.meant(line)&.then { |found| { contact_id: found["id"] } unless found["email"].empty? }
      end

      def refuse(name, members)
        unknown = members.select { |_, found| found.nil? }.map(&:first)
        problems = {}
        problems["name"] = :name_missing if name.empty?
        problems["name"] = Core::Problem.new(:too_long, limit: MAX_NAME) if name.length > MAX_NAME
        unless members.size.between?(2, MAX_MEMBERS)
          problems["members"] = Core::Problem.new(:group_size, limit: MAX_MEMBERS)
        end
        problems["members"] = Core::Problem.new(:members_unknown, names: unknown) if unknown.any?
        raise Errors::Invalid, problems unless problems.empty?
      end

      def store(id, edits, name, members)
        group = id ? Store::Group.where(id: id).for_update.first : Store::Group.create(name: name, created_at: now)
        raise Errors::Missing, :no_such_group unless group
        raise Errors::Conflict.new(:changed_meanwhile, name: group.name) if id && group.edits != edits

        db[:group_members].where(group_id: group.id).delete
        members.each_with_index do |member, index|
          db[:group_members].insert(group_id: group.id, position: index, **member)
        end
        id ? group.update(name: name, edits: edits + 1) : group
      end
    end
  end
end
