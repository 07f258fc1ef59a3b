# frozen_string_literal: true

module JustSeal
  module Web
    # SCIM 2.0 (RFC 7643, 7644): a directory of the organisation keeps staff and units, by a key of its own.
    class Provisioning < Base
      ERROR = "urn:ietf:params:scim:api:messages:2.0:Error"
      LIST = "urn:ietf:params:scim:api:messages:2.0:ListResponse"
      MIME = "application/scim+json"
      MAX_BODY = 500_000

      set :show_exceptions, false

      before do
        content_type MIME
        unless bears?(office.settings.scim_key)
          headers "www-authenticate" => "Bearer"
          halt 401, fault(401, I18n.t("problem.scim_key"))
        end
      end

      error(Errors::Invalid) { |e| answer_fault(400, Words.problems(e.problems).values.join(" "), type_of(e)) }
      error(Errors::Conflict) { |e| answer_fault(409, Words.problem(e)) }
      error(Errors::Missing) { |e| answer_fault(404, Words.problem(e)) }
      error(Errors::Forbidden) { |e| answer_fault(403, Words.problem(e)) }
      error(Scim::Patch::Refused) { |e| answer_fault(400, I18n.t("problem.scim_request"), e.type) }
      error(Sequel::UniqueConstraintViolation) do
        answer_fault(409, I18n.t("errors.address_taken_by_staff"), "uniqueness")
      end
      not_found { answer_fault(404, I18n.t("problem.no_page")) }

      get("/ServiceProviderConfig") { scim Scim::Description.service }
      get("/ResourceTypes") { scim list(Scim::Description.types(base)) }
      get("/Schemas") { scim list(Scim::Description.schemas(base)) }

      get "/Users" do
        found = Queries::Provisioned.staff(Scim::Filter.read(params["filter"])) or raise Scim::Patch::Refused,
          "invalidFilter"
        rows, total = paged(found)
        numbers = Queries::Provisioned.external_ids(rows)
        scim list(rows.map { |row| resource.user(row, numbers[row.id]) }, total)
      end

      get("/Users/:id") { show(account_of(params["id"])) }

      post "/Users" do
        form = Scim::UserForm.new(given)
        account = Operations::Provision.new.make(actor, form.person, external_id: form.external_id)
        headers "location" => "#{base}/Users/#{account.id}"
        status 201
        show(account)
      end

      put("/Users/:id") { change(account_of(params["id"]), Scim::UserForm.new(given)) }

      patch "/Users/:id" do
        account = account_of(params["id"])
        numbers = Queries::Provisioned.external_ids([account])
        changed = Scim::Patch.call(resource.user(account, numbers[account.id]), given["Operations"])
        change(account, Scim::UserForm.new(changed, patched: true))
      end

      delete "/Users/:id" do
        Operations::Provision.new.remove(actor, account_id: account_of(params["id"]).id)
        halt 204
      end

      get "/Groups" do
        found = Queries::Provisioned.units(Scim::Filter.read(params["filter"])) or raise Scim::Patch::Refused,
          "invalidFilter"
        rows, total = paged(found)
        members = Queries::Provisioned.members(rows.map(&:name))
        scim list(members.map { |name, accounts| resource.group(name, accounts) }, total)
      end

      get("/Groups/:id") { show_group(unit_of(params["id"])) }

      post "/Groups" do
        name = given["displayName"].to_s.strip
        Operations::KeepUnits.new.save(actor, name: name) unless Queries::Lookup.unit(name)
        place(name, given["members"])
        status 201
        show_group(name)
      end

      put "/Groups/:id" do
        name = unit_of(params["id"])
        raise Scim::Patch::Refused, "mutability" if given.key?("displayName") && given["displayName"] != name

        place(name, given["members"], whole: true)
        show_group(name)
      end

      patch "/Groups/:id" do
        name = unit_of(params["id"])
        Scim::GroupPatch.new(name, given["Operations"]).each { |joining, leaving| put_into(name, joining, leaving) }
        show_group(name)
      end

      delete "/Groups/:id" do
        Operations::KeepUnits.new.end(actor, name: unit_of(params["id"]))
        halt 204
      end

      private

      def actor
        @actor ||= Core::Actor::SYSTEM.with(name: "SCIM", via: "scim", role: "administrator", address: request.ip)
      end

      def base = "#{office.settings.address}/scim/v2"
      def resource = @resource ||= Scim::Resource.new(base)
      def given = @given ||= json_body(most: MAX_BODY)

      def scim(values)
        content_type MIME
        JSON.generate(values)
      end

      def list(resources, total = resources.size)
        first = [params["startIndex"].to_i, 1].max
        {
          "schemas" => [LIST],
          "totalResults" => total,
          "startIndex" => first,
          "itemsPerPage" => resources.size,
          "Resources" => resources
        }
      end

      def paged(found)
        first = [params["startIndex"].to_i, 1].max
        count = params.key?("count") ? params["count"].to_i.clamp(0, most) : most
        [count.zero? ? [] : found.limit(count, first - 1).all, found.count]
      end

      def most = Queries::Provisioned::MAX_COUNT

      def account_of(id)
        Queries::Provisioned.staff(["id", id]).first or raise Errors::Missing, :no_such_account
      end

      def unit_of(id)
        name = Scim::Resource.unit_name(id)
        Queries::Lookup.unit(name) or raise Errors::Missing, :no_such_unit
        name
      end

      def show(account)
        scim resource.user(account.refresh, Queries::Provisioned.external_ids([account])[account.id])
      end

      def show_group(name) = scim(resource.group(name, Queries::Provisioned.members([name]).fetch(name)))

      def change(account, form)
        known = { person: form.person(account), active: form.active?, external_id: form.external_id }
        Operations::Provision.new.change(actor, account_id: account.id, **known)
        show(account)
      end

      # +whole+: are these all that belong there?
      def place(name, members, whole: false)
        ids = Scim::GroupPatch.ids(members)
        now = Queries::Provisioned.members([name]).fetch(name).map(&:id)
        put_into(name, ids - now, whole ? now - ids : [])
      end

      def put_into(name, joining, leaving)
        Operations::Provision.new.place(actor, unit: name, account_ids: joining, out: leaving)
      end

      def type_of(error) = error.problems.value?(:address_taken_by_staff) ? "uniqueness" : "invalidValue"

      def answer_fault(code, detail, type = nil)
        status(type == "uniqueness" ? 409 : code)
        fault(response.status, detail, type)
      end

      def fault(code, detail, type = nil)
        content_type MIME
        JSON.generate({ "schemas" => [ERROR], "status" => code.to_s, "scimType" => type, "detail" => detail }.compact)
      end
    end
  end
end
